import { PLACE_STEPS } from '../../ways/place/steps';
import type { Kind } from '../kind';
import { touchedVoices } from '../level-voices';

/** A chain of resistors under a contact strip: open when untouched. */
export const chainRibbon: Kind = {
  id: 'chain-ribbon',
  name: 'chain ribbon',
  aka: ['ribbon', 'resistor ladder', 'slide', 'strip', 'fretboard', 'position'],
  family: 'place',
  verb: 'touch',
  gesture: 'touch',
  gestures: 'touches',
  care: 'Solder with air and covered eyes.',
  face: { shape: 'square', width: 260, height: 14, hole: { end: 4 } },
  lanes: { least: 1, most: 1, are: 'counts' },
  readBy: 'converter',
  ports: {
    place: { carries: 'level', says: 'where it is touched' },
    touch: { carries: 'gate', says: 'while it is touched' },
  },
  facts: {
    mm: { unit: 'mm', low: 10, high: 2000, says: 'length', usual: 400 },
    resistors: { unit: 'resistors', low: 2, high: 1000, says: 'in the chain', usual: 170 },
    stepOhms: { unit: 'Ω', low: 1, high: 100_000, says: 'one resistor of the chain', usual: 100 },
    pullDownOhms: { unit: 'Ω', low: 1000, high: 100_000_000, says: 'pull-down', usual: 1_000_000 },
    octaves: { unit: 'octaves', low: 0.1, high: 10, says: 'span', usual: 2 },
  },
  way: 'place',
  steps: PLACE_STEPS,
  firstVoices: touchedVoices,
};
