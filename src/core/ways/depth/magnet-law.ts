import { round } from '../../units/round';
import type { DepthPoint } from './calibration';

/** Depths at which a table has points. */
const DEPTHS = [0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9];
/** A field that grows less than this from rest to bottom is as good as straight; more than the other, and the magnet would touch its sensor. */
const LEAST_GROWTH = 1.1;
const MOST_GROWTH = 400;

/**
 * Distance of a magnet from its sensor while its key is up, in ways of the key, from how much its field grows: it falls as the third
 * power of the distance (maker's handbook 4.6), so that growth = (D / (D − 1))³.
 * @returns null where the field does not grow as that of a magnet that comes nearer
 */
export function distanceOf(rest: number, bottom: number, zero: number): number | null {
  const growth = (bottom - zero) / (rest - zero);
  if (!(growth > LEAST_GROWTH && growth < MOST_GROWTH)) return null;
  const root = Math.cbrt(growth);
  return root / (root - 1);
}

/** Field at a depth, 0 at rest and 1 at the bottom. @param distance of {@link distanceOf}, over 1 */
export function fieldAt(depth: number, distance: number): number {
  const field = (x: number) => (distance / (distance - x)) ** 3;
  return (field(depth) - 1) / (field(1) - 1);
}

/** Its inverse: depth at a share of the way that counts go. */
export function depthAt(share: number, distance: number): number {
  const most = (distance / (distance - 1)) ** 3 - 1;
  return distance - distance / Math.cbrt(1 + share * most);
}

/** The table of a key from counts to depth, between rest and bottom, rising counts or falling. */
export function magnetTable(rest: number, bottom: number, distance: number): DepthPoint[] {
  return DEPTHS.map((depth) => ({
    count: round(rest + (bottom - rest) * fieldAt(depth, distance), 2),
    depth,
  }));
}
