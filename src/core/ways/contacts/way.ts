import { PLANNED } from '../planned';
import type { Way } from '../way';
import { ContactsCalibration } from './calibration';

/** Open or closed: contacts that are debounced. Its lanes share all that was measured. */
export const contacts: Way<ContactsCalibration> = {
  is: 'contacts',
  document: ContactsCalibration,
  records: [],
  inCounts: false,
  strength: null,
  heardOneByOne: false,
  faults: () => [],
  knows: () => true,
  ofLanes: (c) => c,
  restOf: () => undefined,
  travelOf: () => undefined,
  onlyWay: () => null,
  closedAtRest: (c) => c.rest === 'closed',
  decisionMs: () => 0,
  movedSince: () => null,
  planned: () => ({ is: 'contacts', rest: 'open', debounceMs: 5, ...PLANNED }),
};
