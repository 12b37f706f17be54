import { round } from '../../units/round';
import { LEAST_RATIO } from '../strokes/law';
import { LEAST_MS, MOST_MS, type DepthCalibration } from './calibration';

/** Other depths: what is timed takes as long as its stretch is, where strokes go evenly. */
export function withDepth(
  c: DepthCalibration,
  change: Partial<Pick<DepthCalibration, 'strike' | 'rearm' | 'damper'>>,
): DepthCalibration {
  const next = { ...c, ...change };
  const longer = (next.strike - next.rearm) / (c.strike - c.rearm);
  const within = (ms: number) => round(Math.min(MOST_MS, Math.max(LEAST_MS, ms * longer)), 3);
  const fastMs = within(c.fastMs);
  return { ...next, fastMs, slowMs: Math.max(within(c.slowMs), round(1.01 * LEAST_RATIO * fastMs, 3)) };
}
