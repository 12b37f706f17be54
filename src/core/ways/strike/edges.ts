import { median } from '../../signal/quantile';
import { strengthOf } from './even-pads';
import type { StruckLane } from './struck-lane';

/** At its edge a pad reads so much less, share, that it is heard as softer playing. (Common practice, no source.) */
const LEAST_SHARE = 0.7;

/** How a pad reads where it is struck at its edge, against its middle, as it is usually played. */
export interface EdgeReading {
  /** Peaks at the edge over peaks in the middle: medians. */
  share: number;
  /** Velocities that follow, steps: at the edge, and in the middle. */
  edge: number;
  middle: number;
}

/** @returns null where the pad was not struck at its edge, or not in its middle as it is usually played */
export function edgeOf(lane: StruckLane): EdgeReading | null {
  const [edge, middle] = (['edge', 'medium'] as const).map((role) =>
    lane.strikes.filter((s) => s.role === role),
  );
  if (edge.length === 0 || middle.length === 0) return null;
  const peakOf = (strikes: typeof edge) => median(strikes.map((s) => s.peak));
  const velocityOf = (strikes: typeof edge) =>
    Math.round(1 + 126 * median(strikes.map((s) => strengthOf(lane, s))));
  return { share: peakOf(edge) / peakOf(middle), edge: velocityOf(edge), middle: velocityOf(middle) };
}

/** Whether its edge is heard as softer playing. */
export const isWeakAtEdge = ({ share }: EdgeReading): boolean => share < LEAST_SHARE;
