import type { GateSetter } from '../gate-setter';
import type { LevelCalibration } from './calibration';
import { withChoice } from './choice';
import { laneLevel, withLaneLevel } from './lane-level';

export const levelGate: GateSetter<LevelCalibration> = {
  read: (c, lane) => {
    const own = laneLevel(c, lane);
    if (!own) return null;
    const { on, off } = own.up;
    return {
      ...{ on, off, quietMs: own.holdOffMs ?? 0, quiet: 'hold-off' },
      ...{ leastOn: Math.ceil(6 * own.noise), leastOff: Math.ceil(2 * own.noise) },
    };
  },
  write: (c, lane, values) =>
    c.lanes.reduce((all, { lane: id }) => {
      if (lane !== null && id !== lane) return all;
      const own = laneLevel(all, id)!;
      const { on = own.up.on, off = own.up.off, quietMs = own.holdOffMs ?? 0 } = values;
      return withLaneLevel(all, withChoice(own, { on, off, holdOffMs: quietMs }));
    }, c),
};
