import { TURNS_STEPS } from '../../ways/turns/steps';
import type { Kind } from '../kind';
import { laneControllers } from '../level-voices';

/** Knobs without an end, that count steps either way. */
export const encoder: Kind = {
  id: 'encoder',
  name: 'encoders',
  aka: ['knob', 'rotary', 'endless', 'detents', 'quadrature', 'dial'],
  family: 'move',
  verb: 'turn',
  gesture: 'turn',
  gestures: 'turns',
  care: '',
  face: { shape: 'round', width: 16, height: 16, hole: 7 },
  lanes: { least: 1, most: 16, are: 'contacts', contacts: 2 },
  readBy: 'converter',
  ports: {
    turn: { carries: 'level', says: 'what it is turned to' },
  },
  facts: {},
  way: 'turns',
  steps: TURNS_STEPS,
  asks: {
    sweep: {
      says: 'Turn it once round to the right, then back.',
      under: 'Step by step, as you would play it; then let go. It ends by itself.',
    },
  },
  firstVoices: (sensor, zone) => laneControllers(sensor, 'turn', 20, zone),
};
