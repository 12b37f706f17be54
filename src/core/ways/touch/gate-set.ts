import { orderedGate, withLanes, type GateSetter } from '../gate-setter';
import type { TouchCalibration } from './calibration';

export const touchGate: GateSetter<TouchCalibration> = {
  read: ({ lanes }, lane) => {
    const own = lanes.find((l) => l.lane === lane);
    if (!own) return null;
    const { on, off, noise } = own;
    return { on, off, leastOn: Math.ceil(6 * noise), leastOff: Math.ceil(2 * noise) };
  },
  write: (c, lane, values) => ({
    ...c,
    lanes: withLanes(c.lanes, lane, (own) => ({
      ...own,
      ...orderedGate(own, values, Math.floor(Math.abs(own.touched - own.untouched))),
    })),
  }),
};
