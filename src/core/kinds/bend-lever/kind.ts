import { LEVEL_STEPS } from '../../ways/level/steps';
import type { Kind } from '../kind';
import { levelController } from '../level-voices';

/** A lever that bends either way and springs back to its middle. */
export const bendLever: Kind = {
  id: 'bend-lever',
  name: 'bend lever',
  aka: ['lever', 'spring', 'wheel', 'whammy', 'pitch bend', 'hall'],
  family: 'move',
  verb: 'bend',
  gesture: 'bend',
  gestures: 'bends',
  care: '',
  face: { shape: 'square', width: 14, height: 44, hole: 'cut' },
  lanes: { least: 1, most: 1, are: 'counts' },
  readBy: 'converter',
  letGo: 'returns',
  ports: {
    bend: { carries: 'level', says: 'how far it is bent' },
    gate: { carries: 'gate', says: 'while it is bent' },
  },
  facts: {},
  way: 'level',
  steps: LEVEL_STEPS,
  firstVoices: (sensor, zone) => [levelController(sensor, 'bend', 1, zone)],
};
