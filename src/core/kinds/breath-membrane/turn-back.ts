import type { SensorJob } from '../../calibrate/report';
import type { Gesture } from '../../calibrate/gesture-detector';
import type { Finding } from '../../findings/finding';
import { median } from '../../signal/quantile';
import { columnOf, type Take } from '../../signal/take';
import type { LaneReport } from '../../ways/level/report';
import { factsOf } from '../facts';

/**
 * Light from a membrane rises as it comes nearer, peaks, and falls (maker's handbook 4.3). Blown past the peak, a breath reads its brightest twice, on the way in and
 * on the way out, and less between: always the same brightest, however hard it was blown.
 */
interface TurnedBack {
  take: string;
  fromUs: number;
  toUs: number;
  /** Distances from rest, counts: the brightest, and the least between. */
  brightest: number;
  between: number;
}

/** As bright as the brightest: share of its distance. What lies so much below it between has turned back. (Common practice, no source.) */
const BRIGHT = 0.97;
const BACK = 0.92;
/** The brightest of all such breaths lie within this share of each other. */
const SAME = 0.05;
/** Fewest such breaths, of a slow sweep one, and their least share of those that were blown loudly. */
const LEAST = 2;
const LEAST_SHARE = 0.4;
const LOUD = ['loud', 'full', 'sweep'];
/** Less rest than this is none, µs. */
const BREATH_US = 200_000;
/** Samples that one value is the median of: noise is no turning back. */
const SMOOTH = 9;
/** A breath has begun at this share of its furthest. */
const BEGINS = 0.25;

/** Breaths that were blown past the brightest place, where enough of them agree. */
function turnedBack({ takes, sensor }: SensorJob, { level, played }: LaneReport): TurnedBack[] {
  const column = sensor.lanes[0].column ?? '';
  const found: TurnedBack[] = [];
  let loud = 0;
  for (const take of takes.filter((t) => LOUD.includes(t.role) && t.channels.includes(column))) {
    const counts = columnOf(take, column);
    for (const { fromUs, toUs } of breathsOf(played.find((p) => p.role === take.role)?.gestures ?? [])) {
      loud++;
      const own = turnsBack(take, counts, fromUs, toUs, level.rest);
      if (own) found.push(own);
    }
  }
  const usual = found.length > 0 ? median(found.map(({ brightest }) => brightest)) : 0;
  const same = found.filter(({ brightest }) => Math.abs(brightest / usual - 1) < SAME);
  const least = takes.some((t) => t.role === 'sweep' && same[0]?.take === t.id) ? 1 : LEAST;
  return same.length >= Math.max(least, LEAST_SHARE * loud) ? same : [];
}

/** Gestures with hardly a rest between are one breath, which went back to rest or past it where it was blown hardest. */
const breathsOf = (gestures: readonly Gesture[]): Pick<Gesture, 'fromUs' | 'toUs'>[] =>
  gestures.reduce<Pick<Gesture, 'fromUs' | 'toUs'>[]>((breaths, { fromUs, toUs }) => {
    const before = breaths.at(-1);
    if (!before || fromUs - before.toUs > BREATH_US) return [...breaths, { fromUs, toUs }];
    return [...breaths.slice(0, -1), { fromUs: before.fromUs, toUs }];
  }, []);

function turnsBack(
  { id, tUs }: Take,
  counts: Uint16Array,
  fromUs: number,
  toUs: number,
  rest: number,
): TurnedBack | null {
  const from = tUs.findIndex((t) => t >= fromUs);
  const to = tUs.findLastIndex((t) => t <= toUs);
  if (from < 0 || to <= from) return null;
  const smooth = Array.from({ length: to - from + 1 }, (_, k) => {
    const i = from + k;
    const window = counts.subarray(Math.max(from, i - (SMOOTH >> 1)), Math.min(to, i + (SMOOTH >> 1)) + 1);
    return median(window) - rest;
  });
  const furthest = smooth.reduce((most, d) => Math.max(most, Math.abs(d)), 0);
  // Nearer to the brightest place it begins with; past rest it may go on the other side of it.
  const sign = Math.sign(smooth.find((d) => Math.abs(d) > BEGINS * furthest) ?? 1);
  const distances = smooth.map((d) => sign * d);
  const brightest = distances.reduce((a, b) => Math.max(a, b), 0);
  const first = distances.findIndex((d) => d >= BRIGHT * brightest);
  const last = distances.findLastIndex((d) => d >= BRIGHT * brightest);
  const between = distances.slice(first, last + 1).reduce((a, b) => Math.min(a, b), brightest);
  return between < BACK * brightest ? { take: id, fromUs, toUs, brightest, between } : null;
}

/** Reflected light by distance, both as shares of the brightest's: a model of the usual course, x · e^(1 − x). (From memory.) */
const light = (x: number): number => x * Math.exp(1 - x);

/** Where the light is this share of the brightest, beyond the brightest place or before it; by halving. */
function distanceOf(share: number, beyond: boolean): number {
  let [low, high] = beyond ? [1, 20] : [0, 1];
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (light(middle) > share === beyond) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** What to say of them: at which gap all the travel lies beyond the brightest place. */
export function turnBackFindings(job: SensorJob, report: LaneReport): Finding[] {
  const found = turnedBack(job, report);
  if (found.length === 0) return [];
  const { rest, polarity } = report.level;
  const brightest = median(found.map((f) => f.brightest));
  const least = Math.min(...found.map((f) => f.between));
  const first = report.played.find(({ role }) => LOUD.includes(role))?.gestures[0];
  const sign = first?.sign ?? (polarity === 'falling' ? -1 : 1);
  const most = rest + sign * brightest;
  const { gapMm } = factsOf({ ...job.sensor, facts: job.sensor.facts });
  // Of a reading that falls with light, the same holds of what is left of the converter.
  const top = 2 ** job.board.bits;
  const lit = (count: number) => (sign > 0 ? count : top - count);
  const atRest = distanceOf(lit(rest) / lit(most), true);
  const travel = atRest - distanceOf(lit(rest + sign * least) / lit(most), false);
  const wanted = (gapMm * (1 + travel)) / atRest;
  const { take, fromUs, toUs } = found[0];
  return [
    {
      code: 'turns-back',
      severity: 'fault',
      sensor: job.sensor.id,
      evidence: { take, fromUs, toUs },
      says: `Blown harder it reads less: past ${Math.round(most)} counts it turns back, in ${found.length} breaths. The membrane comes nearer than the brightest place.`,
      causes: ['the sensor is too near the membrane', 'the membrane gives way further than was meant'],
      cures: [
        {
          says: `Move the sensor away, from ${gapMm} mm to about ${Math.ceil(1.1 * wanted)} mm at rest, then play all again`,
          cost: 'some of its range',
          redo: 'rest',
        },
      ],
    },
  ];
}
