import type { Kind } from '../kind';
import { hasNotes, laneNotes } from '../level-voices';

/** Switches in rows and columns. */
export const contactMatrix: Kind = {
  id: 'contact-matrix',
  name: 'contact matrix',
  aka: ['buttons', 'switches', 'matrix', 'keyboard', 'keypad', 'rows and columns', 'diodes'],
  family: 'switch',
  verb: 'press',
  gesture: 'press',
  gestures: 'presses',
  care: '',
  face: { shape: 'keys', width: 22.5, height: 140, hole: 'cut' },
  lanes: { least: 1, most: 128, are: 'contacts' },
  notes: { lowest: 48, scale: 'chromatic' },
  readBy: 'converter',
  ports: {
    closed: { carries: 'gate', says: 'while one is closed' },
    which: { carries: 'pitch', says: 'which one is closed' },
  },
  facts: {},
  way: 'contacts',
  steps: [{ role: 'medium', gestures: 2, seconds: null }],
  firstVoices: (sensor, zone) =>
    hasNotes(sensor) ? [laneNotes(sensor, 'closed', zone, { is: 'fixed', value: 100 })] : [],
};
