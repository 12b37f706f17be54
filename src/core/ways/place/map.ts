import { pchip } from '../../shape/pchip';
import type { PlacePoint } from './calibration';

/**
 * The map from counts to place through the points: monotone cubic between them, straight on at both ends as far as the ends of the length.
 * @param points by rising count, two or more, their places rising or falling all along
 * @returns share of the length, 0 … 1, for any count
 */
export function placeMap(points: readonly PlacePoint[]): (count: number) => number {
  const x = points.map((p) => p.count);
  const y = points.map((p) => p.place);
  const inside = pchip(x, y);
  const last = x.length - 1;
  const slope = (i: number, k: number) => (y[k] - y[i]) / (x[k] - x[i]);
  const clamped = (place: number) => Math.min(1, Math.max(0, place));
  return (count) => {
    if (count < x[0]) return clamped(y[0] + (count - x[0]) * slope(0, 1));
    if (count > x[last]) return clamped(y[last] + (count - x[last]) * slope(last - 1, last));
    return clamped(inside(count));
  };
}

/** Where the places 0 and 1 are reached, counts, lower one first. @param top highest count of the board */
export function countsOfEnds(points: readonly PlacePoint[], top: number): { low: number; high: number } {
  const at = (i: number, k: number, place: number) => {
    const slope = (points[k].place - points[i].place) / (points[k].count - points[i].count);
    return points[i].count + (place - points[i].place) / slope;
  };
  const last = points.length - 1;
  const rising = points[last].place > points[0].place;
  const low = at(0, 1, rising ? 0 : 1);
  const high = at(last - 1, last, rising ? 1 : 0);
  return { low: Math.max(0, Math.floor(low)), high: Math.min(top, Math.ceil(high)) };
}
