import type { LaneFrames } from '../../calibrate/bank/lane-frames';
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
/** Its peak lies within this; until the second one passes, what follows is its own ringing, µs. */
const PEAK_US = 30_000;
const RINGING_US = 120_000;
/** What lies under this share of the strongest lane's strike at the same time is that one's shock, not a strike. */
const SHOCK_SHARE = 0.5;

/** The distance from rest at which something moves, counts. */
export const noticeable = ({ rest }: LaneFrames): number =>
  Math.max(LEAST_SIGMAS * rest.noise, LEAST_COUNTS, (rest.excursion / 2) * 1.5);

/** The strikes of every lane: what one shakes on its neighbours is left to the one that was struck. */
export function strikesOf(lanes: readonly LaneFrames[]): Strike[][] {
  const raw = lanes.map((lane) =>
    lane.played.flatMap((take) => strikesIn(take, lane.rest.rest, noticeable(lane))),
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

function strikesIn(take: LaneFrames['played'][0], rest: number, least: number): Strike[] {
  const found: Strike[] = [];
  for (let i = 0; i < take.counts.length; i++) {
    const distance = Math.abs(take.counts[i] - rest);
    if (distance < least) continue;
    const last = found.at(-1);
    const tUs = take.tUs[i];
    if (last && tUs - last.tUs < PEAK_US) {
      if (distance > last.peak) Object.assign(last, { peak: distance, peakUs: tUs });
    } else if (!last || tUs - last.tUs >= RINGING_US)
      found.push({ take: take.take, role: take.role, tUs, peakUs: tUs, peak: distance });
  }
  return found;
}
