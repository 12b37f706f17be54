import { strokesOf } from '../../calibrate/dynamics';
import type { BankReport, LaneReading, SensorJob } from '../../calibrate/report';
import { contactStepsPerTick } from '../../parts/formulas';
import { debounceFor } from '../../parts/debounce';
import { ok, refuse, type Result } from '../../result';
import { quantile } from '../../signal/quantile';
import { round } from '../../units/round';
import { LEAST_MS, MOST_MS, type Order, type PairCalibration, type PairLane } from './calibration';
import { strengthOfTime } from '../strokes/law';
import { factorsOf, sureSteps } from '../strokes/factors';
import { pairFindings } from './findings';
import { keysOf } from './keys';
import type { PlayedKey } from './played-key';
import { replayed } from './replay';
import { resolutionOf } from './scan';
import { lawsPicture } from '../strokes/picture';
import { strokeNumbers } from '../strokes/reading';
import { timesOf } from '../strokes/times';

/** Longest debounce that lets fast repeats through, ms. (Common practice, no source.) */
const MOST_DEBOUNCE_MS = 25;

/** Calibrates two-contact keys from the edges of soft, medium and loud strokes. */
export function calibratePairs(job: SensorJob): Result<BankReport> {
  const keys = keysOf(job);
  const played = keys.filter(({ strokes }) => strokes.length > 0);
  if (played.length === 0)
    return refuse({
      path: 'takes',
      says: 'no key passed both of its contacts in these takes; edges of both contacts of each key are required: strike every key softly and loudly',
    });
  const resolutionUs = resolutionOf(job.takes.flatMap(({ edges }) => edges ?? []));
  const factors = factorsOf(played, resolutionUs);
  const even = played.flatMap((key, i) =>
    key.strokes.map(({ role, us }) => ({
      ...{ lane: key.lane.id, role },
      ms: Math.max(us, resolutionUs / 2) / 1000 / factors[i].factor,
    })),
  );
  const times = timesOf(even, Math.max(...factors.map(({ factor }) => factor)), {
    leastMs: LEAST_MS,
    mostMs: MOST_MS,
  });
  const order = mostOf(played.map((key) => key.order!));
  const longestMs = quantile(
    played.flatMap(({ bouncesMs }) => bouncesMs),
    0.99,
  );
  const calibration: PairCalibration = {
    is: 'pair',
    order,
    slowMs: times.slowMs,
    fastMs: times.fastMs,
    law: 'log',
    debounceMs: Math.min(MOST_DEBOUNCE_MS, debounceFor(longestMs)),
    restrikes: false,
    lanes: played.map((key, i) => recordOf(key, factors[i].factor, order)),
    takes: job.takes.map((t) => t.id),
    method:
      'Order: which contact left its rest first. Slowest: p95 of soft strokes, fastest: p5 of loud ones, each made even by the factor of its key. Factor: how far a key’s median lies from that of all, over each dynamic, less what is chance. Debounce: p99 of the bounces, and half as much again.',
  };
  const replay = replayed(job, calibration, keys);
  return ok({
    is: 'bank',
    calibration,
    readings: {
      lanes: keys.map((key) => readingOf(key, factors[played.indexOf(key)])),
      numbers: {
        strikes: played.reduce((n, { strokes }) => n + strokes.length, 0),
        missed: replay.missed.length,
        doubled: replay.extras.length,
        evenSure: sureSteps(factors, times),
        resolutionUs: round(resolutionUs, 0),
        stepsAtFast: round(contactStepsPerTick(resolutionUs / 1000, times.fastMs, times.slowMs), 2),
      },
    },
    findings: pairFindings(job, keys, calibration, { resolutionUs, even, replay }),
    mark: [0, 0, 0.15, 0.4, 0.75, 1, 1, 1, 0.8, 0.4, 0.1, 0],
    strokes: strokesOf(
      even.map(({ ms, ...own }) => ({ ...own, strength: strengthOfTime(ms, times, 'log') })),
    ),
    pictures: [lawsPicture(even, times, 'from contact to contact')],
  });
}

const mostOf = (orders: readonly Order[]): Order =>
  [...new Set(orders)].reduce((best, own) => (count(orders, own) > count(orders, best) ? own : best));
const count = (orders: readonly Order[], own: Order): number => orders.filter((o) => o === own).length;

const recordOf = ({ lane, swapped, order }: PlayedKey, factor: number, most: Order): PairLane => ({
  lane: lane.id,
  factor: round(Math.min(5, Math.max(0.2, factor)), 4),
  ...(swapped && { swapped: true }),
  ...(order !== most && { order: order! }),
});

const readingOf = (
  { lane, strokes }: PlayedKey,
  factor: { factor: number; sure: number } | undefined,
): LaneReading => ({
  lane: lane.id,
  gestures: strokes.length,
  numbers: strokeNumbers(strokes, factor),
});
