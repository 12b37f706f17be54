import type { Kind } from '../kind';

/** A switch or a foot switch: one contact, normally open or normally closed. */
export const switchKind: Kind = {
  id: 'switch',
  name: 'switch',
  family: 'switch',
  verb: 'press',
  gesture: 'press',
  gestures: 'presses',
  care: '',
  lanes: { least: 1, most: 32, are: 'contacts' },
  readBy: 'converter',
  ports: { closed: { carries: 'gate', says: 'while it is pressed' } },
  facts: {},
  calibration: 'contacts',
  steps: [{ role: 'medium', gestures: 5, seconds: null }],
  firstVoices: (sensor, zone) => [
    {
      id: `${sensor.id}-hold`,
      is: 'controller',
      source: { sensor: sensor.id, port: 'closed' },
      side: 'both',
      zone,
      controller: 64,
    },
  ],
};
