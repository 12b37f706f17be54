import { knownWords } from '../../ways/level/known/unit-words';
import { LEVEL_STEPS } from '../../ways/level/steps';
import type { Kind } from '../kind';
import { levelController } from '../level-voices';

/** A small pad that lips or teeth press. */
export const lipSensor: Kind = {
  id: 'lip-sensor',
  name: 'lip or bite sensor',
  aka: ['lip', 'bite', 'teeth', 'reed', 'embouchure', 'jaw'],
  family: 'press',
  verb: 'bite',
  gesture: 'bite',
  gestures: 'bites',
  care: 'What lips touch is one player’s: food-safe, washed and dried. Do not bite hard.',
  due: { days: 14, because: 'moisture and bite marks' },
  face: { shape: 'square', width: 14, height: 8 },
  lanes: { least: 1, most: 1, are: 'counts' },
  readBy: 'converter',
  ports: {
    bite: { carries: 'level', says: 'how hard it is bitten' },
    gate: { carries: 'gate', says: 'while it is bitten' },
  },
  facts: {
    fixedOhms: { unit: 'Ω', low: 10, high: 10000000, says: 'fixed resistor of the divider', usual: 10000 },
    leastOhms: { unit: 'Ω', low: 1, high: 1_000_000, says: 'pressed hardest', usual: 1000 },
    mostOhms: { unit: 'Ω', low: 10, high: 100_000_000, says: 'hardly pressed', usual: 100000 },
  },
  way: 'level',
  steps: LEVEL_STEPS,
  known: 'weights',
  unitWords: (count, sensor, { bits }, lane) => knownWords(sensor, lane, count, bits),
  firstVoices: (sensor, zone) => [levelController(sensor, 'bite', 1, zone)],
};
