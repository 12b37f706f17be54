import type { LaneFrames } from '../../calibrate/lane-frames';
import type { SensorJob } from '../../calibrate/report';
import type { Finding } from '../../findings/finding';
import { edgeOf, isWeakAtEdge } from './edges';
import type { StruckLane } from './struck-lane';
import { causeOf, type Extra, type ExtraCause, type Replayed } from './replay';

/** Shock, as a share of the strike that causes it, from which it is a doubt: two struck together would be taken for one. (Common practice, no source.) */
const MUCH_SHOCK = 0.2;
/** Span from "on" to full under which velocities are few. */
const LEAST_STEPS = 40;

/** What is wrong with strike pads: not struck, shaken by neighbours, too small a span, struck twice or not at all when they are replayed. */
export function strikeFindings(
  job: SensorJob,
  all: readonly LaneFrames[],
  lanes: readonly StruckLane[],
  { extras, missed }: Replayed,
): Finding[] {
  const sensor = job.sensor.id;
  const again = { says: 'Strike every pad again', cost: 'half a minute', redo: 'loud' as const };
  const silent = all
    .filter(({ lane }) => !lanes.some((l) => l.record.lane === lane.id))
    .map(({ lane }): Finding => ({
      code: 'lane-not-played',
      severity: 'fault',
      sensor,
      lane: lane.id,
      says: `Pad ${lane.id} was not struck, so it stays silent.`,
      causes: ['it was left out', 'its wire is off, or on another input'],
      cures: [again],
    }));
  const shaken = lanes
    .filter(({ shock }) => shock > MUCH_SHOCK)
    .map(({ shock, record }): Finding => ({
      code: 'shock',
      severity: 'doubt',
      sensor,
      lane: record.lane,
      says: `Pad ${record.lane} is shaken to ${Math.round(100 * shock)} % of the strike when another pad is struck: softer strikes are passed over while that one rings.`,
      causes: ['pads share a board or a frame', 'they are fixed too stiffly'],
      cures: [again],
    }));
  const short = lanes
    .filter(({ record }) => record.full - record.on < LEAST_STEPS)
    .map(({ record }): Finding => ({
      code: 'few-velocities',
      severity: 'doubt',
      sensor,
      lane: record.lane,
      says: `Pad ${record.lane} has only ${record.full - record.on} counts from soft to loud: its velocities are few.`,
      causes: ['its signal is divided down too far', 'loud strikes were not played'],
      cures: [again],
    }));
  const edges = lanes.flatMap((lane): Finding[] => {
    const read = edgeOf(lane);
    if (!read || !isWeakAtEdge(read)) return [];
    return [
      {
        code: 'weak-edge',
        severity: 'doubt',
        sensor,
        lane: lane.record.lane,
        says: `Pad ${lane.record.lane} reads ${Math.round(100 * read.share)} % at its edge: what is velocity ${read.middle} in the middle is ${read.edge} there.`,
        causes: ['its disc lies under the middle alone', 'the plate over it is soft'],
        cures: [
          { says: 'Lay a stiff plate between pad and disc, or foam all over the disc', cost: 'an hour' },
          { says: 'Add a second disc near the edge', cost: 'an input more' },
        ],
      },
    ];
  });
  const twice = extras.length === 0 ? [] : [extraNotes(sensor, lanes, extras, again)];
  const unheard: Finding[] =
    missed === 0
      ? []
      : [
          {
            code: 'missed',
            severity: 'fault',
            sensor,
            says: `${missed} strikes of these takes play no note.`,
            causes: [
              'two came so close that the second was taken for ringing',
              'they were softer than the shock of a neighbour',
            ],
            cures: [again],
          },
        ];
  return [...silent, ...twice, ...unheard, ...shaken, ...edges, ...short];
}

/** Notes that no strike is behind, and what most of them come from. */
function extraNotes(
  sensor: string,
  lanes: readonly StruckLane[],
  extras: readonly Extra[],
  again: Finding['cures'][0],
): Finding {
  const [first] = extras;
  const of = (cause: ExtraCause) => extras.filter((e) => causeOf(e, lanes) === cause).length;
  const causes: [number, string][] = [
    [of('shock'), 'a neighbour shakes it as far as a soft strike goes'],
    [of('ringing'), 'a pad rings or bounces for longer than any mask'],
    [of('other'), 'a loose wire, or noise that came in this take'],
  ];
  return {
    code: 'doubled',
    severity: 'fault',
    sensor,
    lane: lanes[first.lane].record.lane,
    evidence: { take: first.take, fromUs: first.tUs - 20_000, toUs: first.tUs + 50_000 },
    says: `These takes play ${extras.length} ${extras.length === 1 ? 'note' : 'notes'} more than were struck, whatever the mask: it stays short, since a long one loses fast rolls.`,
    causes: causes
      .filter(([n]) => n > 0)
      .toSorted((a, b) => b[0] - a[0])
      .map(([, cause]) => cause),
    cures: [again],
  };
}
