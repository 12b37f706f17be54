import { RETURNING_STEPS } from '../../ways/level/returning-steps';
import { laneControllers } from '../level-voices';
import type { Kind } from '../kind';

/** A wheel that a spring brings back to its middle; one that stays is a pot. */
export const wheel: Kind = {
  id: 'wheel',
  name: 'sprung wheel',
  aka: ['modulation', 'pitch bend', 'thumb wheel', 'spring', 'pot'],
  family: 'move',
  verb: 'turn',
  gesture: 'turn',
  gestures: 'turns',
  care: '',
  face: { shape: 'square', width: 12, height: 44, hole: 'cut' },
  lanes: { least: 1, most: 4, are: 'counts' },
  readBy: 'converter',
  letGo: 'returns',
  ports: {
    turn: { carries: 'level', says: 'how far it is turned' },
  },
  facts: {},
  way: 'level',
  steps: RETURNING_STEPS,
  firstVoices: (sensor, zone) => laneControllers(sensor, 'turn', 1, zone),
};
