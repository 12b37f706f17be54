import type { SensorJob } from '../../calibrate/report';
import type { Finding } from '../../findings/finding';
import { contactStepsPerTick } from '../../parts/formulas';
import { counted } from '../../units/counted';
import type { PairCalibration } from './calibration';
import type { PlayedKey } from './played-key';
import type { Replayed } from './replay';
import { CLOCK_US } from './scan';
import { struckTogether } from './together';
import { dynamicsFindings, type Own } from '../strokes/findings';
import type { EvenStroke } from '../strokes/times';

/** Velocity steps that one look at the contacts may be worth at the fast end. (Common practice, no source.) */
const MOST_STEPS = 2;
/** A key whose strokes take so many times as long as the others’, or so much shorter, is lifted out. (Common practice, no source.) */
const ODD_FACTOR = 1.35;
/** Bounces this long are a worn contact, ms. (Common practice, no source.) */
const LONG_BOUNCE_MS = 8;

interface Read {
  resolutionUs: number;
  even: readonly EvenStroke[];
  replay: Replayed;
}

/** What is wrong with two-contact keys: a key alone, keys together, dynamics, the scan, and what is played of the takes. */
export function pairFindings(
  job: SensorJob,
  keys: readonly PlayedKey[],
  c: PairCalibration,
  { resolutionUs, even, replay }: Read,
): Finding[] {
  const all = [
    ...keys.flatMap((key) => keyFindings(key, c)),
    ...together(keys),
    ...dynamicsFindings(even),
    ...scan(resolutionUs, c),
    ...played(keys, replay),
  ];
  const again = { says: 'Strike these keys again', cost: 'a few seconds a key', redo: 'loud' as const };
  return all.map((own) => ({ sensor: job.sensor.id, cures: [again], ...own }));
}

function keyFindings(key: PlayedKey, c: PairCalibration): Own[] {
  const lane = key.lane.id;
  if (key.strokes.length === 0) return [silent(key)];
  const own = c.lanes.find((l) => l.lane === lane)!;
  const found: Own[] = [];
  const say = (code: string, severity: Finding['severity'], says: string, causes: string[]) =>
    found.push({ code, severity, lane, says, causes });
  if (key.strokes.every(({ us }) => us === 0))
    say(
      'contacts-shorted',
      'fault',
      `Both contacts of ${lane} always change at once: every stroke reads full velocity.`,
      ['its two contacts are bridged', 'both are wired to one line'],
    );
  else if (own.swapped)
    say(
      'contacts-swapped',
      'note',
      `The contacts of ${lane} are the other way round than they are named: they are read as they are passed.`,
      ['two of its wires are swapped'],
    );
  if (own.order)
    say(
      'other-order',
      'doubt',
      `${lane} passes its contacts as ${says(own.order)}, the others as ${says(c.order)}: it is played by its own.`,
      ['a rest contact is wired instead of a working one', 'one of its contacts is stuck'],
    );
  const half = Math.max(...key.alone);
  if (half > key.strokes.length / 4 && half > 1)
    say('half-strokes', 'doubt', `${counted(half, 'time')} ${lane} passed one contact and not the other.`, [
      'it was not pressed down to its bottom',
      'the other contact is dirty',
    ]);
  if (own.factor > ODD_FACTOR || own.factor < 1 / ODD_FACTOR)
    say(
      'odd-key',
      'doubt',
      `${lane} takes ${own.factor.toFixed(2)} times as long as the others, struck alike; that is evened out.`,
      [
        'its contacts lie further apart, or nearer',
        'its rubber is worn',
        'it was struck otherwise than the others',
      ],
    );
  const bounce = Math.max(...key.bouncesMs);
  if (bounce > LONG_BOUNCE_MS)
    say('long-bounce', 'doubt', `A contact of ${lane} bounces for ${bounce.toFixed(1)} ms.`, [
      'it is dirty or worn',
    ]);
  return found;
}

const says = (order: string): string => order.replace('-', ', then ');

function silent({ lane: { id }, alone, rests }: PlayedKey): Own {
  const [a, b] = alone;
  if (a + b === 0 && rests.every((r) => r === null))
    return {
      ...{ code: 'lane-not-played', severity: 'fault', lane: id },
      says: `Key ${id} was not struck, so it stays silent.`,
      causes: ['it was left out', 'its wires are off'],
    };
  const dead = a >= b ? 'second' : 'first';
  return {
    ...{ code: 'contact-dead', severity: 'fault', lane: id },
    says: `The ${dead} contact of ${id} never changes with the other, so the key stays silent.`,
    causes: ['its wire is off', 'it is dirty, or stuck', 'the key was not pressed down to its bottom'],
  };
}

const together = (keys: readonly PlayedKey[]): Own[] =>
  struckTogether(keys).map(([a, b]) => ({
    ...{ code: 'keys-together', severity: 'fault', lane: keys[a].lane.id },
    says: `${keys[a].lane.id} and ${keys[b].lane.id} are always struck at once.`,
    causes: ['their contacts are bridged', 'a diode of the matrix is missing', 'both were pressed each time'],
  }));

/** A scan that is too slow for the fastest strokes, with the one that the build needs. */
function scan(resolutionUs: number, { fastMs, slowMs }: PairCalibration): Own[] {
  const steps = contactStepsPerTick(resolutionUs / 1000, fastMs, slowMs);
  if (resolutionUs <= CLOCK_US || steps <= MOST_STEPS) return [];
  const needed = Math.ceil((1000 * steps) / MOST_STEPS / resolutionUs);
  return [
    {
      ...{ code: 'slow-scan', severity: 'doubt' },
      says: `The contacts are looked at every ${resolutionUs >= 1000 ? `${(resolutionUs / 1000).toFixed(1)} ms` : `${Math.round(resolutionUs)} µs`}: at the fast end one look is ${steps.toFixed(1)} velocity steps. ${MOST_STEPS} steps need ${needed} looks a ms.`,
      causes: ['the sketch reads them between other work', 'the matrix has many lines'],
      cures: [
        {
          says: 'Time each change by an interrupt, or scan the contacts more often',
          cost: 'another sketch',
        },
      ],
    },
  ];
}

function played(keys: readonly PlayedKey[], { extras, missed }: Replayed): Own[] {
  const evidence = ({ take, tUs }: { take: string; tUs: number }) => ({
    take,
    fromUs: tUs - 100_000,
    toUs: tUs + 200_000,
  });
  const about = (code: string, list: Replayed['missed'], words: string, causes: string[]): Own[] =>
    list.length === 0
      ? []
      : [
          {
            ...{ code, severity: 'doubt', lane: keys[list[0].lane].lane.id, causes },
            says: `${counted(list.length, words)}, first of ${keys[list[0].lane].lane.id}.`,
            evidence: evidence(list[0]),
          },
        ];
  return [
    ...about('missed', missed, 'stroke without a note', [
      'the key came up and went down within its debounce',
      'its contact bounces for long',
    ]),
    ...about('doubled', extras, 'note without a stroke', ['a contact bounces for longer than the debounce']),
  ];
}
