import { DEPTH_STEPS } from '../../ways/depth/steps';
import type { Kind } from '../kind';
import { hasNotes, laneNotes } from '../level-voices';

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
  due: { days: 60, because: 'felts and magnets settle' },
  face: { shape: 'keys', width: 22.5, height: 140, hole: 'cut' },
  lanes: { least: 1, most: 88, are: 'counts' },
  notes: { lowest: 48, scale: 'chromatic' },
  readBy: 'converter',
  ports: {
    key: { carries: 'gate', says: 'while a key is down' },
    which: { carries: 'pitch', says: 'which key is down' },
  },
  facts: {
    zeroPercent: { unit: '% of the supply', low: 0, high: 100, says: 'reads without a magnet', usual: 50 },
  },
  way: 'depth',
  steps: DEPTH_STEPS,
  asks: {
    slow: {
      says: 'Press every key slowly to its bottom.',
      under: 'Once each, in any order: down in about a second, hold it a moment, and let it up.',
    },
  },
  firstVoices: (sensor, zone) =>
    hasNotes(sensor) ? [laneNotes(sensor, 'key', zone, { is: 'strike', from: 1, to: 127 })] : [],
};
