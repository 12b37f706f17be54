import type { LaneLevel } from '../level/lane-level';
import { placedLevel, touchedLevel } from '../place/lane-level';
import type { SurfaceCalibration } from './calibration';

/** Ports of the kinds of this way; x and y in the order of their lanes. */
export const AXIS_PORTS = ['x', 'y'] as const;
export const PRESS_PORT = 'press';
export const TOUCH_PORT = 'touch';

/** What a port reads: x and y, and whether it is touched, of columns that are derived; how hard, of the lane's own counts. */
export function surfaceLevel(c: SurfaceCalibration, lane: string, port?: string): LaneLevel | undefined {
  const axis = AXIS_PORTS.findIndex((own) => own === port);
  if (axis >= 0) return placedLevel(lane, c.lanes[axis]);
  if (lane !== c.press.lane) return undefined;
  if (port === TOUCH_PORT) return touchedLevel(lane);
  const { rest, noise, on, off, reach } = c.press;
  const up = { reach, dead: off, on, off };
  return { lane, rest, noise, polarity: c.polarity, up, down: null, fixed: true, slack: off >> 1 };
}
