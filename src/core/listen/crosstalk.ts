import { median } from '../signal/quantile';
import type { HeardLane } from './heard';

/** A lane is played where it lies this share of its own span from rest, and further than every other. */
const PLAYED = 0.5;
/** Frames of such playing that are needed, and that are looked at, at most. */
const LEAST_FRAMES = 5;
const MOST_FRAMES = 5000;

/** Distance of a lane's furthest count from its rest, counts; 0 where it does not move. */
export const spanOf = ({ moves, low, high, plateau }: HeardLane): number =>
  moves ? Math.max(high - plateau.rest, plateau.rest - low) : 0;

/**
 * Response of each lane while only another is played, as a share of its own span: `[i][j]` of lane j to lane i. Null where
 * lane i is not played alone, or lane j has no span of its own.
 */
export function crosstalkOf(lanes: readonly HeardLane[]): (number | null)[][] {
  const spans = lanes.map(spanOf);
  const moving = lanes.map((_, i) => i).filter((i) => spans[i] > 0);
  const alone: number[][] = lanes.map(() => []);
  const frames = lanes[0]?.counts.length ?? 0;
  const share = (i: number, f: number) => (lanes[i].counts[f] - lanes[i].plateau.rest) / spans[i];
  for (let f = 0; f < frames; f++) {
    let [first, most, next] = [-1, 0, 0];
    for (const i of moving) {
      const at = Math.abs(share(i, f));
      if (at > most) [first, most, next] = [i, at, most];
      else if (at > next) next = at;
    }
    if (most >= PLAYED && next < PLAYED && alone[first].length < MOST_FRAMES) alone[first].push(f);
  }
  return lanes.map((_, i) =>
    lanes.map((_, j) => {
      if (i === j || spans[j] === 0 || alone[i].length < LEAST_FRAMES) return null;
      return median(alone[i].map((f) => Math.abs(share(j, f))));
    }),
  );
}
