import type { Kind } from '../kind';

/** Keys with a magnet each, whose distance a sensor reads. */
export const magnetKeys: Kind = {
  id: 'magnet-keys',
  name: 'magnet keys',
  aka: ['hall', 'magnet', 'keys', 'piano', 'keyboard', 'velocity'],
  family: 'strike',
  verb: 'play',
  gesture: 'stroke',
  gestures: 'strokes',
  care: 'Repeated strikes strain wrists: pause between takes. Keep strong magnets away from pacemakers.',
  lanes: { least: 1, most: 88, are: 'counts' },
  notes: { lowest: 48, scale: 'chromatic' },
  readBy: 'converter',
  ports: {
    key: { carries: 'gate', says: 'while a key is down' },
    depth: { carries: 'level', says: 'how deep a key is' },
    which: { carries: 'pitch', says: 'which key is down' },
  },
  facts: {},
  way: 'depth',
  steps: [],
  firstVoices: () => [],
};
