import { knownWords } from '../../ways/level/known/unit-words';
import { LEVEL_STEPS } from '../../ways/level/steps';
import type { Kind } from '../kind';
import { levelController } from '../level-voices';

/** A pad whose resistance falls as it is pressed, in a divider with a fixed resistor. */
export const forcePad: Kind = {
  id: 'force-pad',
  name: 'force pad',
  aka: ['force-sensing', 'pressure', 'squeeze', 'thumb', 'resistor', 'pad', 'aftertouch', 'grip'],
  family: 'press',
  verb: 'press',
  gesture: 'press',
  gestures: 'presses',
  care: 'Repeated hard presses strain thumb and wrist: pause between loud takes.',
  due: { days: 60, because: 'the pad’s ink wears' },
  face: { shape: 'round', width: 18, height: 18, hole: 5 },
  lanes: { least: 1, most: 1, are: 'counts' },
  readBy: 'converter',
  ports: {
    press: { carries: 'level', says: 'how hard it is pressed' },
    gate: { carries: 'gate', says: 'while it is pressed' },
  },
  facts: {
    fixedOhms: { unit: 'Ω', low: 10, high: 10_000_000, says: 'fixed resistor of the divider', usual: 10000 },
    leastOhms: { unit: 'Ω', low: 1, high: 1_000_000, says: 'pressed hardest', usual: 1000 },
    mostOhms: { unit: 'Ω', low: 10, high: 100_000_000, says: 'hardly pressed', usual: 100000 },
  },
  way: 'level',
  steps: LEVEL_STEPS,
  known: 'weights',
  unitWords: (count, sensor, { bits }, lane) => knownWords(sensor, lane, count, bits),
  firstVoices: (sensor, zone) => {
    const { id, source, side, perSecond } = levelController(sensor, 'press', 0, zone);
    return [{ id, is: 'pressure', source, side, zone, deadband: 0, perSecond }];
  },
};
