import type { LaneFrames } from '../../calibrate/lane-frames';
import { quantile } from '../../signal/quantile';
import { RecentMost } from '../../signal/recent-most';
import { LEAST_US, leastMoved, TOUCH_SHARE, stretchesOf } from './stretches';

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

/** The touches in a lane's played takes: stretches beyond half of the furthest that it went, to that side. */
export function touchesOf({ rest, played }: LaneFrames): Touch[] {
  const furthest = (sign: Touch['sign']) =>
    Math.max(0, ...played.map((take) => furthestHeld(take, rest.rest, sign)));
  const [up, down] = [furthest(1), furthest(-1)];
  const sign = up >= down ? 1 : -1;
  const most = Math.max(up, down);
  if (most < leastMoved(rest.noise)) return [];
  return played.flatMap((take) => touchesIn(take, rest.rest, sign, TOUCH_SHARE * most));
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

function touchesIn(
  { take, tUs, counts }: LaneFrames['played'][0],
  rest: number,
  sign: Touch['sign'],
  least: number,
): Touch[] {
  return stretchesOf(tUs, (i) => sign * (counts[i] - rest) > least).map(({ first, last, fromUs, toUs }) => ({
    ...{ take, fromUs, toUs, sign },
    level: quantile(counts.subarray(first, last + 1), 0.5),
  }));
}
