import type { Kind } from '../kind';
import { holdController } from '../level-voices';

/** A switch or a foot switch: one contact, normally open or normally closed. */
export const switchKind: Kind = {
  id: 'switch',
  name: 'switch',
  aka: ['button', 'toggle', 'key', 'push', 'contact', 'reed switch', 'lever switch'],
  family: 'switch',
  verb: 'press',
  gesture: 'press',
  gestures: 'presses',
  care: '',
  face: { shape: 'round', width: 12, height: 12, hole: 6 },
  lanes: { least: 1, most: 32, are: 'contacts' },
  notes: { lowest: 60, scale: 'major', leastLanes: 2 },
  readBy: 'converter',
  ports: { closed: { carries: 'gate', says: 'while it is pressed' } },
  facts: {
    bounceMs: { says: 'longest bounce', unit: 'ms', low: 0.1, high: 60, usual: 5 },
  },
  way: 'contacts',
  steps: [{ role: 'medium', gestures: 5, seconds: null }],
  firstVoices: (sensor, zone) => [holdController(sensor, 'closed', zone)],
};
