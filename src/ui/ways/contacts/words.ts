import type { ContactsCalibration } from '@/core/ways/contacts/calibration';
import type { WayWords } from '../way-words';

export const contactsWords: WayWords<ContactsCalibration> = {
  measured: (c) => ({ all: `${c.rest}, ${c.debounceMs} ms`, short: `${c.debounceMs} ms` }),
  shared: (c) => [
    {
      label: 'Debounce',
      term: 'debounce',
      value: String(c.debounceMs),
      unit: 'ms',
      says: `Normally ${c.rest}. A press counts at once; what follows within this is bounce.`,
    },
  ],
  columns: [],
  lane: () => null,
  contact: (c) => `Normally ${c.rest}; changes within ${c.debounceMs} ms are bounces.`,
};
