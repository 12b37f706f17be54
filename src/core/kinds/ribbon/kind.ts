import { PLACE_STEPS } from '../../ways/place/steps';
import type { Kind } from '../kind';
import { touchedVoices } from '../level-voices';

/** A strip that tells where it is touched. */
export const ribbon: Kind = {
  id: 'ribbon',
  name: 'ribbon',
  aka: ['slide', 'strip', 'position', 'touch strip', 'fretboard', 'string'],
  family: 'place',
  verb: 'touch',
  gesture: 'touch',
  gestures: 'touches',
  care: '',
  due: { days: 60, because: 'the foil stretches where it is touched most' },
  face: { shape: 'square', width: 200, height: 14, hole: { end: 10 } },
  lanes: { least: 1, most: 1, are: 'counts' },
  readBy: 'converter',
  ports: {
    place: { carries: 'level', says: 'where it is touched' },
    touch: { carries: 'gate', says: 'while it is touched' },
  },
  facts: {
    mm: { unit: 'mm', low: 10, high: 2000, says: 'length', usual: 400 },
    ohms: { unit: 'Ω', low: 100, high: 1000000, says: 'end to end', usual: 10000 },
    pullDownOhms: { unit: 'Ω', low: 1000, high: 100000000, says: 'pull-down', usual: 100000 },
    octaves: { unit: 'octaves', low: 0.1, high: 10, says: 'span', usual: 2 },
  },
  way: 'place',
  steps: PLACE_STEPS,
  firstVoices: touchedVoices,
};
