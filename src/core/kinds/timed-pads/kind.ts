import type { Kind } from '../kind';
import { hasNotes, laneNotes } from '../level-voices';

/** Capacitive pads that a pin charges through a resistor; the time is the count. */
export const timedPads: Kind = {
  id: 'timed-pads',
  name: 'timed pads',
  aka: ['capacitive', 'touch', 'resistor', 'skin', 'pad', 'copper', 'foil'],
  family: 'touch',
  verb: 'touch',
  gesture: 'touch',
  gestures: 'touches',
  care: 'Pads that skin touches belong on a battery or an isolated low voltage, never on a mains supply without isolation.',
  due: { days: 30, because: 'pads follow the humidity of the room' },
  face: { shape: 'square', width: 18, height: 18, hole: 2 },
  lanes: { least: 1, most: 64, are: 'counts' },
  notes: { lowest: 60, scale: 'major' },
  readBy: 'charge time',
  ports: {
    touch: { carries: 'gate', says: 'while a pad is touched' },
    pad: { carries: 'pitch', says: 'which pad is touched' },
  },
  facts: {
    ohms: { unit: 'Ω', low: 10000, high: 20000000, says: 'resistor', usual: 1000000 },
    picofarads: { unit: 'pF', low: 1, high: 1000, says: 'of an untouched pad', usual: 100 },
  },
  way: 'touch',
  steps: [
    { role: 'rest', gestures: null, seconds: 5 },
    { role: 'medium', gestures: 2, seconds: null },
  ],
  firstVoices: (sensor, zone) =>
    hasNotes(sensor) ? [laneNotes(sensor, 'touch', zone, { is: 'fixed', value: 100 })] : [],
};
