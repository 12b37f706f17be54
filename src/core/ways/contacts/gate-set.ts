import type { GateSetter } from '../gate-setter';
import type { ContactsCalibration } from './calibration';

export const contactsGate: GateSetter<ContactsCalibration> = {
  read: ({ debounceMs }) => ({ quietMs: debounceMs, quiet: 'debounce' }),
  write: (c, _, { quietMs = c.debounceMs }) => ({ ...c, debounceMs: Math.min(250, Math.max(0, quietMs)) }),
};
