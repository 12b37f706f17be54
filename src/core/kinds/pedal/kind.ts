import { TRAVEL_STEPS } from '../../ways/travel/steps';
import type { Kind } from '../kind';
import { laneControllers } from '../level-voices';

/** A pedal that tells how far it is down. */
export const pedal: Kind = {
  id: 'pedal',
  name: 'continuous pedal',
  aka: ['expression', 'sustain', 'volume', 'foot', 'damper', 'half pedal'],
  family: 'press',
  verb: 'press',
  gesture: 'press',
  gestures: 'presses',
  care: '',
  face: { shape: 'square', width: 80, height: 200, hole: 7 },
  lanes: { least: 1, most: 1, are: 'counts' },
  readBy: 'converter',
  letGo: 'stays',
  ports: {
    depth: { carries: 'level', says: 'how far it is down' },
    down: { carries: 'gate', says: 'while it is down' },
  },
  facts: {},
  way: 'travel',
  steps: TRAVEL_STEPS,
  firstVoices: (sensor, zone) => laneControllers(sensor, 'depth', 11, zone),
};
