import type { Kind } from '../kind';

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
  lanes: { least: 1, most: 16, are: 'contacts', contacts: 2 },
  readBy: 'converter',
  ports: {
    step: { carries: 'gate', says: 'at every step' },
  },
  facts: {},
  way: null,
  steps: [],
  firstVoices: () => [],
};
