import type { SensorJob } from '../../calibrate/report';
import type { Finding } from '../../findings/finding';
import { counted } from '../../units/counted';
import type { TimedStroke } from '../strokes/factors';
import { dynamicsFindings, type Own } from '../strokes/findings';
import type { EvenStroke } from '../strokes/times';
import type { DepthCalibration } from './calibration';
import type { PlayedKey } from './played-key';
import type { Begun, Replayed } from './replay';

/** A key whose strokes take so many times as long as the others’, or so much shorter, is lifted out. (Common practice, no source.) */
const ODD_FACTOR = 1.35;
/** A key that moves its counts by less than this share of what the others do is weak. (Common practice, no source.) */
const WEAK = 0.6;
/** A neighbour’s magnet that seems to press a key by so much is felt, share of its way. (Common practice, no source.) */
const MUCH_CROSSTALK = 0.1;
/** Levels of a key that are told apart, from rest to bottom, 6 σ each. (Common practice, no source.) */
const FEW_LEVELS = 30;

interface Read {
  even: readonly EvenStroke[];
  replay: Replayed;
  crosstalk: readonly number[];
  timed: readonly { strokes: readonly TimedStroke[] }[];
}

/** What is wrong with magnet keys: keys alone, dynamics, and what is played of the takes. */
export function depthFindings(
  job: SensorJob,
  keys: readonly PlayedKey[],
  c: DepthCalibration,
  { even, replay, crosstalk, timed }: Read,
): Finding[] {
  const all = [
    ...silent(job, keys),
    ...upsideDown(keys),
    ...keys.flatMap((key, i) =>
      keyFindings(key, c.lanes[i].factor, crosstalk[i], timed[i].strokes.length, keys),
    ),
    ...dynamicsFindings(even),
    ...played(keys, replay),
  ];
  const again = { says: 'Play these keys again', cost: 'a few seconds a key', redo: 'slow' as const };
  return all.map((own) => ({ sensor: job.sensor.id, cures: [again], ...own }));
}

const silent = ({ sensor }: SensorJob, keys: readonly PlayedKey[]): Own[] =>
  sensor.lanes
    .filter(({ id }) => !keys.some((key) => key.lane.id === id))
    .map(({ id }) => ({
      ...{ code: 'lane-not-played', severity: 'fault', lane: id },
      says: `Key ${id} did not move its counts, so it stays silent.`,
      causes: ['it was left out', 'its magnet is missing or far', 'its wire is off, or on another input'],
    }));

const way = ({ record }: PlayedKey): number => Math.sign(record.bottom - record.rest);
const travel = ({ record }: PlayedKey): number => Math.abs(record.bottom - record.rest);

/** Keys whose counts go the other way than most. */
function upsideDown(keys: readonly PlayedKey[]): Own[] {
  const most = Math.sign(keys.reduce((sum, key) => sum + way(key), 0)) || 1;
  return keys
    .filter((key) => way(key) !== most)
    .map(({ lane: { id } }) => ({
      ...{ code: 'magnet-upside-down', severity: 'note', lane: id },
      says: `The counts of ${id} ${most > 0 ? 'fall' : 'rise'} where those of the others ${most > 0 ? 'rise' : 'fall'}: it is read the other way round.`,
      causes: ['its magnet is upside down', 'its sensor is the other way round'],
    }));
}

function keyFindings(
  key: PlayedKey,
  factor: number,
  crosstalk: number,
  strokes: number,
  keys: readonly PlayedKey[],
): Own[] {
  const lane = key.lane.id;
  const found: Own[] = [];
  const say = (code: string, severity: Finding['severity'], says: string, causes: string[]) =>
    found.push({ code, severity, lane, says, causes });
  if (strokes === 0)
    say(
      'not-struck',
      'fault',
      `Key ${lane} was pressed slowly, but not struck: how fast it goes is not known.`,
      ['it was left out', 'it did not come down to the strike depth'],
    );
  const others = keys.map(travel).toSorted((a, b) => a - b);
  const middle = others[others.length >> 1];
  if (travel(key) < WEAK * middle)
    say(
      'weak-magnet',
      'doubt',
      `Key ${lane} moves its counts by ${Math.round(travel(key))} from rest to bottom, most others by about ${Math.round(middle)}.`,
      ['its magnet lies too far, or is weak', 'it was not pressed to its bottom'],
    );
  const levels = 1 + Math.floor(travel(key) / (6 * key.record.noise));
  if (levels < FEW_LEVELS)
    say(
      'few-levels',
      'doubt',
      `Key ${lane} has only ${levels} levels from rest to bottom that stand clear of its noise.`,
      ['its magnet lies too far', 'its supply is noisy'],
    );
  if (factor > ODD_FACTOR || factor < 1 / ODD_FACTOR)
    say(
      'odd-key',
      'doubt',
      `${lane} takes ${factor.toFixed(2)} times as long as the others, struck alike; that is evened out.`,
      [
        'its felt or spring differs',
        'its depth is read otherwise than it is',
        'it was struck otherwise than the others',
      ],
    );
  if (crosstalk > MUCH_CROSSTALK)
    say(
      'crosstalk',
      crosstalk > 0.3 ? 'fault' : 'doubt',
      `Key ${lane} seems pressed by ${Math.round(100 * crosstalk)} % of its way while a neighbour is.`,
      ['magnets lie too near to each other', 'magnets point the same way: turn every other one round'],
    );
  return found;
}

function played(keys: readonly PlayedKey[], { extras, missed, hanging }: Replayed): Own[] {
  const about = (
    code: string,
    severity: Finding['severity'],
    list: readonly Begun[],
    words: string,
    causes: string[],
  ): Own[] =>
    list.length === 0
      ? []
      : [
          {
            ...{ code, severity, lane: keys[list[0].key].lane.id, causes },
            says: `${counted(list.length, words)}, first of ${keys[list[0].key].lane.id}.`,
            evidence: { take: list[0].take, fromUs: list[0].tUs - 150_000, toUs: list[0].tUs + 250_000 },
          },
        ];
  return [
    ...about('missed', 'doubt', missed, 'stroke without a note', [
      'it came from a key that had not come up to its re-arm depth',
    ]),
    ...about('doubled', 'doubt', extras, 'note without a stroke', ['it trembles about the re-arm depth']),
    ...about('stuck', 'fault', hanging, 'note that hangs', ['a key does not come up past its damper depth']),
  ];
}
