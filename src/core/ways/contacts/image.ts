import { ticksIn } from '../../engine/clock';
import type { Parts } from '../../engine/image/parts';
import type { Sensor } from '../../instrument/sensor';
import { NO_LISTENERS, type Compiled, type Inputs } from '../way';
import type { ContactsCalibration } from './calibration';

/**
 * A contact bank. A lane has one contact here.
 * @param first place of its first contact among those of its board; banks come in that order
 */
export function compileContacts(
  parts: Parts,
  sensor: Sensor,
  c: ContactsCalibration,
  { contacts }: Inputs,
): Compiled {
  const { image } = parts;
  const first = contacts.indexOf(sensor.lanes[0].contacts?.[0] ?? '');
  const bank = {
    debounce_ticks: ticksIn(c.debounceMs * 1000),
    lane: first,
    lanes: sensor.lanes.length,
    rest: c.rest === 'closed' ? 1 : 0,
    ...NO_LISTENERS,
    pad: 0,
  };
  image.contact_banks.push(bank);
  image.contacts = first + sensor.lanes.length;
  return { index: image.contact_banks.length - 1, lanes: sensor.lanes.map((_, place) => place), bank };
}
