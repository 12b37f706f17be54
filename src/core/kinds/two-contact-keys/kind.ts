import { PAIR_STEPS } from '../../ways/pair/steps';
import type { Kind } from '../kind';
import { hasNotes, laneNotes } from '../level-voices';

/** Keys that pass two contacts on their way: the time between tells how fast. */
export const twoContactKeys: Kind = {
  id: 'two-contact-keys',
  name: 'two-contact keys',
  aka: ['keyboard', 'keybed', 'keys', 'piano', 'velocity', 'make and break'],
  family: 'strike',
  verb: 'play',
  gesture: 'stroke',
  gestures: 'strokes',
  care: 'Repeated strikes strain wrists: pause between takes.',
  face: { shape: 'keys', width: 22.5, height: 140, hole: 'cut' },
  lanes: { least: 1, most: 127, are: 'contacts', contacts: 2 },
  notes: { lowest: 48, scale: 'chromatic' },
  readBy: 'converter',
  ports: {
    key: { carries: 'gate', says: 'while a key is down' },
    which: { carries: 'pitch', says: 'which key is down' },
  },
  facts: {
    fastMs: { unit: 'ms', low: 0.2, high: 20, says: 'fastest stroke', usual: 2 },
    slowMs: { unit: 'ms', low: 5, high: 500, says: 'slowest stroke', usual: 60 },
  },
  way: 'pair',
  steps: PAIR_STEPS,
  firstVoices: (sensor, zone) =>
    hasNotes(sensor) ? [laneNotes(sensor, 'key', zone, { is: 'strike', from: 1, to: 127 })] : [],
};
