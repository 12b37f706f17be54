import type { GateSetter } from '../gate-setter';
import type { PairCalibration } from './calibration';

export const pairGate: GateSetter<PairCalibration> = {
  read: ({ debounceMs }) => ({ quietMs: debounceMs, quiet: 'debounce' }),
  write: (c, _, { quietMs = c.debounceMs }) => ({ ...c, debounceMs: Math.min(60, Math.max(0, quietMs)) }),
};
