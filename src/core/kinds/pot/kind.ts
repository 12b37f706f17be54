import { TRAVEL_STEPS } from '../../ways/travel/steps';
import type { Kind } from '../kind';
import { laneControllers } from '../level-voices';

/** Pots and sliders: they stay where they are put. */
export const pot: Kind = {
  id: 'pot',
  name: 'pots and sliders',
  aka: ['modulation wheel', 'knob', 'slider', 'fader', 'potentiometer', 'dial', 'rotary'],
  family: 'move',
  verb: 'turn',
  gesture: 'turn',
  gestures: 'turns',
  care: '',
  face: { shape: 'round', width: 16, height: 16, hole: 7 },
  lanes: { least: 1, most: 32, are: 'counts' },
  readBy: 'converter',
  letGo: 'stays',
  ports: {
    turn: { carries: 'level', says: 'how far it is turned' },
  },
  facts: {},
  way: 'travel',
  steps: TRAVEL_STEPS,
  firstVoices: (sensor, zone) => laneControllers(sensor, 'turn', 16, zone),
};
