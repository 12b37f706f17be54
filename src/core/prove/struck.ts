import type { Stroke } from '../calibrate/dynamics';
import { overlapsOf } from '../calibrate/dynamics';
import type { Response } from '../instrument/response';
import { DYNAMIC_NAMES } from '../shape/dynamics';
import { curveOf } from '../shape/families';
import { median } from '../signal/quantile';
import { USE_BINS } from './use-bins';

/** Where strokes lie along x and which velocities they play. */
export interface Struck {
  /** Share of the strokes in each of 32 bins of strength, and of velocity. */
  along: number[];
  lands: number[];
  /** Velocities, stroke by stroke: soft, medium, loud. */
  velocities: { lane: string; role: string; velocity: number }[];
  /** Velocities that are played at all. */
  levels: number;
  /** Median velocity. */
  middle: number;
  /** Share of pairs of neighbouring dynamics in which the softer reads no less: the largest. */
  overlap: number;
}

/** Strokes through their curves. @param answers the response of a lane, by its id */
export function struckBy(strokes: readonly Stroke[], answers: (lane: string) => Response): Struck {
  const curves = new Map(strokes.map(({ lane }) => [lane, curveOf(answers(lane))]));
  const velocities = DYNAMIC_NAMES.flatMap((d) => strokes.filter(({ role }) => role === d)).map(
    ({ lane, role, strength }) => ({
      ...{ lane, role, strength },
      velocity: Math.round(1 + 126 * curves.get(lane)!(strength)),
    }),
  );
  const bins = (of: (own: (typeof velocities)[0]) => number) => {
    const counts = new Array<number>(USE_BINS).fill(0);
    for (const own of velocities) counts[Math.min(USE_BINS - 1, Math.floor(of(own) * USE_BINS))]++;
    return counts.map((n) => (velocities.length === 0 ? 0 : n / velocities.length));
  };
  const overlaps = overlapsOf((d) =>
    velocities.filter(({ role }) => role === d).map(({ velocity }) => velocity),
  );
  return {
    along: bins(({ strength }) => strength),
    lands: bins(({ velocity }) => velocity / 127),
    velocities: velocities.map(({ strength: _strength, ...own }) => own),
    levels: new Set(velocities.map(({ velocity }) => velocity)).size,
    middle: velocities.length === 0 ? 0 : median(velocities.map(({ velocity }) => velocity)),
    overlap: Math.max(0, ...overlaps.map(({ overlap }) => overlap)),
  };
}
