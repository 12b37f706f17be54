import { debounceGate } from '../gate-setter';
import type { ContactsCalibration } from './calibration';

export const contactsGate = debounceGate<ContactsCalibration>(250);
