import type { Kind } from '../kind';
import { pedalPlan } from './plan';

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
  lanes: { least: 1, most: 1, are: 'counts' },
  readBy: 'converter',
  letGo: 'stays',
  ports: {
    depth: { carries: 'level', says: 'how far it is down' },
    down: { carries: 'gate', says: 'while it is down' },
  },
  facts: {},
  plan: pedalPlan,
  way: null,
  steps: [],
  firstVoices: () => [],
};
