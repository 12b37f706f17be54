import type { Kind } from '../kind';
import { hasNotes, laneNotes } from '../level-voices';

/** Pads that are struck, one lane each: a piezo disc or a membrane, whose peak tells how hard. */
export const strikePads: Kind = {
  id: 'strike-pads',
  name: 'strike pads',
  aka: ['piezo', 'drum', 'percussion', 'hit', 'trigger', 'disc', 'velocity'],
  family: 'strike',
  verb: 'strike',
  gesture: 'strike',
  gestures: 'strikes',
  care: 'Repeated strikes strain wrists: pause between takes. A hard-struck piezo disc gives many volts: clamp it before the board.',
  due: { days: 60, because: 'discs and foam come loose' },
  face: { shape: 'round', width: 60, height: 60 },
  lanes: { least: 1, most: 128, are: 'counts' },
  notes: { lowest: 60, scale: 'major' },
  readBy: 'converter',
  ports: { hit: { carries: 'gate', says: 'when a pad is struck' } },
  facts: {},
  way: 'strike',
  steps: [
    { role: 'rest', gestures: null, seconds: 5 },
    { role: 'soft', gestures: 2, seconds: null },
    { role: 'medium', gestures: 2, seconds: null },
    { role: 'loud', gestures: 2, seconds: null },
  ],
  extra: [{ role: 'edge', gestures: 2, seconds: null }],
  asks: {
    edge: {
      says: 'Strike each one at its edge, as you usually play.',
      under: 'As hard as you would in its middle. In any order; it ends by itself.',
    },
  },
  firstVoices: (sensor, zone) =>
    hasNotes(sensor) ? [laneNotes(sensor, 'hit', zone, { is: 'strike', from: 1, to: 127 })] : [],
};
