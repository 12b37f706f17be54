import type { Calibration } from '../../instrument/calibration';
import type { Kind } from '../../kinds/kind';
import { laneNotes } from '../../kinds/level-voices';

/** Flaps that light falls through; measured in the tiny way. */
export const flaps: Kind = {
  id: 'flaps',
  name: 'flaps',
  aka: [],
  family: 'move',
  verb: 'lift',
  gesture: 'lift',
  gestures: 'lifts',
  care: '',
  face: { shape: 'square', width: 10, height: 30 },
  lanes: { least: 1, most: 8, are: 'counts' },
  notes: { lowest: 60, scale: 'major' },
  readBy: 'converter',
  ports: { flap: { carries: 'gate', says: 'while a flap is lifted' } },
  facts: {},
  // A way of the tests is no member of the product's union.
  way: 'flap' as Calibration['is'],
  steps: [
    { role: 'rest', gestures: null, seconds: 2 },
    { role: 'medium', gestures: 2, seconds: null },
  ],
  firstVoices: (sensor, zone) => [laneNotes(sensor, 'flap', zone, { is: 'fixed', value: 90 })],
};
