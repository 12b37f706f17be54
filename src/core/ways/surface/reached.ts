import { quantile } from '../../signal/quantile';
import { placeMap } from '../place/map';
import type { SurfaceAxis } from './calibration';
import type { SpotTouch, SurfaceTake } from './touched-spots';

/** Once round, a finger is near each edge for a quarter of the time: past this share of it it is there. (Common practice, no source.) */
const THERE = 0.12;
/** From this share on; and what goes further meanwhile, share of the length, slides across and not along. (Common practice, no source.) */
const FIRST = 0.02;
const STAYS = 0.04;
/** It gets to the ends for certain a little within, share of the length. (Common practice, no source.) */
const WITHIN = 0.01;
/** An edge lies no further in than this: what is slid along there is none. (Common practice, no source.) */
export const FURTHEST_IN = 0.15;

/** The outermost places that a finger reaches on an axis, shares. */
export type Reached = Required<Pick<SurfaceAxis, 'low' | 'high'>>;

/**
 * How far a finger gets towards both ends of an axis as it slides along the edges.
 * @param slides touches of a take in which it does @returns null where it was not slid along both
 */
export function reachedOf(
  { columns }: SurfaceTake,
  slides: readonly SpotTouch[],
  { map }: Pick<SurfaceAxis, 'map'>,
  axis: 0 | 1,
): Reached | null {
  const placeOf = placeMap(map);
  const places = slides.flatMap(({ x: { from, to } }) => {
    const room = Math.round((to - from) * LANDING);
    return Array.from(columns[axis].subarray(from + room, to - room + 1), placeOf);
  });
  if (places.length === 0) return null;
  const at = (share: number) => quantile(places, share);
  const stays = at(THERE) - at(FIRST) < STAYS && at(1 - FIRST) - at(1 - THERE) < STAYS;
  const [low, high] = [at(THERE) + WITHIN, at(1 - THERE) - WITHIN];
  return stays && low <= FURTHEST_IN && high >= 1 - FURTHEST_IN ? { low, high } : null;
}

/** What is left out at both ends of a slide, in which the finger lands and lifts, share of it. */
const LANDING = 0.02;
