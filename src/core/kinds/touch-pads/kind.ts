import type { Kind } from '../kind';
import { hasNotes, laneNotes } from '../level-voices';

/** Capacitive pads, one lane each, read as counts by a touch peripheral or by timing a charge. */
export const touchPads: Kind = {
  id: 'touch-pads',
  name: 'touch pads',
  aka: ['capacitive', 'touch', 'pad', 'skin', 'copper', 'electrode', 'leaf'],
  family: 'touch',
  verb: 'touch',
  gesture: 'touch',
  gestures: 'touches',
  care: 'Pads that skin touches belong on a battery or an isolated low voltage, never on a mains supply without isolation.',
  due: { days: 30, because: 'pads follow the humidity of the room' },
  face: { shape: 'square', width: 14, height: 20, hole: 2 },
  lanes: { least: 1, most: 128, are: 'counts' },
  notes: { lowest: 60, scale: 'major' },
  readBy: 'touch peripheral',
  ports: {
    touch: { carries: 'gate', says: 'while a pad is touched' },
    pad: { carries: 'pitch', says: 'which pad is touched' },
  },
  facts: {},
  way: 'touch',
  steps: [
    { role: 'rest', gestures: null, seconds: 5 },
    { role: 'medium', gestures: 2, seconds: null },
  ],
  firstVoices: (sensor, zone) =>
    hasNotes(sensor) ? [laneNotes(sensor, 'touch', zone, { is: 'fixed', value: 100 })] : [],
};
