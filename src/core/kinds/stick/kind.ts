import { RETURNING_STEPS } from '../../ways/level/returning-steps';
import { levelController } from '../level-voices';
import type { Kind } from '../kind';

/** A stick of two axes that returns to its middle. */
export const stick: Kind = {
  id: 'stick',
  name: 'thumb stick',
  aka: ['joystick', 'thumb', 'x y', 'pitch bend', 'nub'],
  family: 'move',
  verb: 'push',
  gesture: 'push',
  gestures: 'pushes',
  care: '',
  face: { shape: 'round', width: 32, height: 32, hole: 26 },
  lanes: { least: 2, most: 2, are: 'counts', names: ['x', 'y'] },
  readBy: 'converter',
  letGo: 'returns',
  ports: {
    x: { carries: 'level', lane: 'x', says: 'how far it is pushed sideways' },
    y: { carries: 'level', lane: 'y', says: 'how far it is pushed along' },
  },
  facts: {},
  way: 'level',
  steps: RETURNING_STEPS,
  firstVoices: (sensor, zone) => [
    { ...levelController(sensor, 'x', 16, zone), id: `${sensor.id}-x` },
    { ...levelController(sensor, 'y', 17, zone), id: `${sensor.id}-y` },
  ],
};
