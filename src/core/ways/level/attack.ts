import type { AttackPoint } from './calibration';
import { quantile } from '../../signal/quantile';

/** One opening of the gate in a take. */
export interface Opening {
  tUs: number;
  /** Highest distance from rest within the window, counts. */
  peak: number;
}

/** A gate over one side of rest: distances from rest in counts, and the least time that it stays open, then closed, ms. */
export interface Gate {
  on: number;
  off: number;
  holdOffMs?: number;
}

/**
 * Plays a gate over a take: where it opens, and how far the level gets in the window after.
 * @param distances signed distances from rest on the gate's side, counts
 * @param windowUs time from opening to decision, µs
 */
export function openingsOf(
  tUs: ArrayLike<number>,
  distances: ArrayLike<number>,
  { on, off, holdOffMs = 0 }: Gate,
  windowUs: number,
): Opening[] {
  const openings: Opening[] = [];
  let open = false;
  let changedUs = -Infinity;
  for (let i = 0; i < distances.length; i++) {
    const holds = tUs[i] - changedUs < holdOffMs * 1000;
    if (!holds && (open ? distances[i] < off : distances[i] >= on)) {
      open = !open;
      changedUs = tUs[i];
      if (open) openings.push({ tUs: tUs[i], peak: distances[i] });
    }
    if (!open) continue;
    const last = openings[openings.length - 1];
    if (tUs[i] - last.tUs <= windowUs && distances[i] > last.peak) last.peak = distances[i];
  }
  return openings;
}

/** Windows for which an attack is measured, ms; what lies between is read off a straight line. */
export const ATTACK_WINDOWS_MS = [0, 2, 5, 10, 15, 20, 30, 40, 60];

/** Where a measured attack stands after a window, counts from rest. @param points by rising window, one or more */
export function attackAt(points: readonly AttackPoint[], windowMs: number): number {
  const after = points.findIndex((p) => p.windowMs >= windowMs);
  if (after <= 0) return points[after < 0 ? points.length - 1 : 0].distance;
  const [a, b] = [points[after - 1], points[after]];
  const share = (windowMs - a.windowMs) / (b.windowMs - a.windowMs);
  return Math.round(a.distance + share * (b.distance - a.distance));
}

/**
 * The distance that should read full velocity: p95 of what loud attacks reach within the window; at least one count
 * past `on`. @returns null without openings
 */
export function attackReach(loud: readonly Opening[], on: number): number | null {
  if (loud.length === 0) return null;
  return Math.max(
    on + 1,
    Math.round(
      quantile(
        loud.map((o) => o.peak),
        0.95,
      ),
    ),
  );
}
