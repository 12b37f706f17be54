import type { Kind } from '../kind';
import { wheelPlan } from './plan';

/** A bend or modulation wheel. */
export const wheel: Kind = {
  id: 'wheel',
  name: 'wheel',
  aka: ['modulation', 'pitch bend', 'thumb wheel', 'spring', 'pot'],
  family: 'move',
  verb: 'turn',
  gesture: 'turn',
  gestures: 'turns',
  care: '',
  lanes: { least: 1, most: 4, are: 'counts' },
  readBy: 'converter',
  letGo: 'returns',
  ports: {
    turn: { carries: 'level', says: 'how far it is turned' },
  },
  facts: {},
  plan: wheelPlan,
  way: null,
  steps: [],
  firstVoices: () => [],
};
