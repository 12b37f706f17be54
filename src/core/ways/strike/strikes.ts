import type { LaneFrames } from '../../calibrate/lane-frames';
import { RecentMost } from '../../signal/recent-most';
import type { Role } from '../../signal/take';

/** One strike of a lane. */
export interface Strike {
  take: string;
  role: Role;
  /** When it began, and when its furthest sample was. */
  tUs: number;
  peakUs: number;
  /** Furthest distance from rest within its first 30 ms, counts. */
  peak: number;
}

/** A strike begins this far from rest: σ, counts. */
const LEAST_SIGMAS = 8;
const LEAST_COUNTS = 6;
/** Its peak lies within this, µs. */
const PEAK_US = 30_000;
/** What rings only falls: a strike rises, in this time, to so many times what the lane reached in the time before, µs. (Common practice, no source.) */
const RISE = 1.6;
const RISE_US = 5_000;
const BEFORE_US = 20_000;
/** What lies under this share of the strongest lane's strike at the same time is that one's shock, not a strike. */
const SHOCK_SHARE = 0.5;

/** The distance from rest at which something moves, counts. */
export const leastStrike = ({ rest }: LaneFrames): number =>
  Math.max(LEAST_SIGMAS * rest.noise, LEAST_COUNTS, (rest.excursion / 2) * 1.5);

/** The strikes of every lane: what one shakes on its neighbours is left to the one that was struck. */
export function strikesOf(lanes: readonly LaneFrames[]): Strike[][] {
  const raw = lanes.map((lane) =>
    lane.played.flatMap((take) => strikesIn(take, lane.rest.rest, leastStrike(lane))),
  );
  return raw.map((own, i) =>
    own.filter(
      (s) =>
        !raw.some(
          (other, k) => k !== i && other.some((o) => sameTime(s, o) && s.peak < SHOCK_SHARE * o.peak),
        ),
    ),
  );
}

const sameTime = (a: Strike, b: Strike) => a.take === b.take && Math.abs(a.tUs - b.tUs) < PEAK_US;

function strikesIn(
  { take, role, tUs, counts }: LaneFrames['played'][0],
  rest: number,
  least: number,
): Strike[] {
  const found: Strike[] = [];
  const before = new RecentMost(BEFORE_US);
  let added = 0;
  for (let i = 0; i < counts.length; i++) {
    const now = tUs[i];
    const distance = Math.abs(counts[i] - rest);
    for (; tUs[added] <= now - RISE_US; added++) before.add(tUs[added], Math.abs(counts[added] - rest));
    const last = found.at(-1);
    const within = last && now - last.tUs < PEAK_US;
    if (within && distance > last.peak) Object.assign(last, { peak: distance, peakUs: now });
    if (!within && distance >= least && distance > RISE * (before.most(now - RISE_US) ?? 0))
      found.push({ take, role, tUs: now, peakUs: now, peak: distance });
  }
  return found;
}
