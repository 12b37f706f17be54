import type { Kind } from '../kind';
import { holdController } from '../level-voices';
import { switchKind } from '../switch/kind';

/** A foot switch on a plug: normally open or closed. */
export const footSwitch: Kind = {
  id: 'foot-switch',
  name: 'foot switch',
  aka: ['sustain', 'pedal', 'damper', 'stomp', 'hold'],
  family: 'switch',
  verb: 'press',
  gesture: 'press',
  gestures: 'presses',
  care: '',
  face: { shape: 'round', width: 30, height: 30, hole: 12 },
  lanes: { least: 1, most: 4, are: 'contacts' },
  readBy: 'converter',
  ports: {
    closed: { carries: 'gate', says: 'while it is pressed' },
  },
  facts: switchKind.facts,
  way: 'contacts',
  steps: [{ role: 'medium', gestures: 5, seconds: null }],
  firstVoices: (sensor, zone) => [holdController(sensor, 'closed', zone)],
};
