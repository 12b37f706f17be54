import { each, type Plain } from './plain';

/**
 * Documents of version 3 from before tones were measured had a mouth resonator's lane as a column, of which nothing could be measured: its name
 * becomes that of the contact.
 */
export const withResonatorContacts = ({ sensors, ...rest }: Plain): Plain => ({
  ...rest,
  sensors: each(sensors, (sensor) =>
    sensor.kind === 'mouth-resonator' ? { ...sensor, lanes: each(sensor.lanes, contactOf) } : sensor,
  ),
});

function contactOf({ column, ...lane }: Plain): Plain {
  return typeof column === 'string' && lane.contacts === undefined
    ? { ...lane, contacts: [column] }
    : { ...lane, ...(column === undefined ? {} : { column }) };
}
