import { orderedGate, type GateSetter } from '../gate-setter';
import type { SurfaceCalibration } from './calibration';

export const surfaceGate: GateSetter<SurfaceCalibration> = {
  read: ({ press: { on, off, noise } }) => ({
    ...{ on, off },
    ...{ leastOn: Math.ceil(6 * noise), leastOff: Math.ceil(2 * noise) },
  }),
  write: (c, _, values) => ({
    ...c,
    press: { ...c.press, ...orderedGate(c.press, values, c.press.reach - 1) },
  }),
};
