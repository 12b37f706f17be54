import type { LaneFrames } from '../../calibrate/lane-frames';
import { quantile } from '../../signal/quantile';
import { RecentMost } from '../../signal/recent-most';

/** One touch of a lane. */
export interface Touch {
  take: string;
  fromUs: number;
  toUs: number;
  /** Median count while it was touched. */
  level: number;
  /** 1 where touching raises the counts. */
  sign: 1 | -1;
}

/** A lane moved if it kept this far from its rest, σ, and this many counts. (Common practice, no source.) */
const LEAST_SIGMAS = 8;
const LEAST_COUNTS = 4;
/** Less than this is no touch but a disturbance, µs; a gap shorter than this does not end one. */
const LEAST_US = 20_000;
const GAP_US = 30_000;

/** The touches in a lane's played takes: stretches beyond half of the furthest that it went, to that side. */
export function touchesOf({ rest, played }: LaneFrames): Touch[] {
  const furthest = (sign: Touch['sign']) =>
    Math.max(0, ...played.map((take) => furthestHeld(take, rest.rest, sign)));
  const [up, down] = [furthest(1), furthest(-1)];
  const sign = up >= down ? 1 : -1;
  const most = Math.max(up, down);
  if (most < Math.max(LEAST_SIGMAS * rest.noise, LEAST_COUNTS)) return [];
  return played.flatMap((take) => touchesIn(take, rest.rest, sign, most / 2));
}

/** The furthest from rest to one side that is kept up for as long as a touch lasts at least, counts; 0 in a shorter take. */
function furthestHeld({ tUs, counts }: LaneFrames['played'][0], rest: number, sign: Touch['sign']): number {
  const nearest = new RecentMost(LEAST_US);
  let furthest = 0;
  for (let i = 0; i < counts.length; i++) {
    nearest.add(tUs[i], -sign * (counts[i] - rest));
    if (tUs[i] - tUs[0] >= LEAST_US) furthest = Math.max(furthest, -nearest.most(tUs[i])!);
  }
  return furthest;
}

function touchesIn(take: LaneFrames['played'][0], rest: number, sign: Touch['sign'], half: number): Touch[] {
  const found: Touch[] = [];
  let first = -1;
  let last = -1;
  const end = () => {
    if (first < 0) return;
    const [fromUs, toUs] = [take.tUs[first], take.tUs[last]];
    const level = quantile(take.counts.subarray(first, last + 1), 0.5);
    if (toUs - fromUs >= LEAST_US) found.push({ take: take.take, fromUs, toUs, level, sign });
    first = -1;
  };
  for (let i = 0; i < take.counts.length; i++) {
    if (first >= 0 && take.tUs[i] - take.tUs[last] > GAP_US) end();
    if (sign * (take.counts[i] - rest) <= half) continue;
    if (first < 0) first = i;
    last = i;
  }
  end();
  return found;
}
