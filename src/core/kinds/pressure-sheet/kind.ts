import { knownWords } from '../../ways/level/known/unit-words';
import { LEVEL_BANK_STEPS } from '../../ways/level/steps';
import { attackOf, hasNotes, laneNotes, levelController } from '../level-voices';
import type { Kind } from '../kind';

/** Keys of a sheet that conducts better the harder it is pressed. */
export const pressureSheet: Kind = {
  id: 'pressure-sheet',
  name: 'pressure sheet',
  aka: ['conductive sheet', 'conductive foam', 'pressure', 'keys', 'foil', 'aftertouch'],
  family: 'press',
  verb: 'press',
  gesture: 'press',
  gestures: 'presses',
  care: 'Brittle sheet cracks and splinters: cover your eyes when you cut it. Repeated hard presses strain thumb and wrist: pause.',
  due: { days: 30, because: 'the sheet creeps and hardens' },
  face: { shape: 'square', width: 20, height: 30, hole: 5 },
  lanes: { least: 1, most: 64, are: 'counts' },
  notes: { lowest: 60, scale: 'chromatic' },
  readBy: 'converter',
  ports: {
    press: { carries: 'level', says: 'how hard it is pressed' },
    gate: { carries: 'gate', says: 'while it is pressed' },
  },
  facts: {
    fixedOhms: { unit: 'Ω', low: 10, high: 10000000, says: 'fixed resistor of the divider', usual: 10000 },
    leastOhms: { unit: 'Ω', low: 1, high: 1_000_000, says: 'pressed hardest', usual: 1000 },
    mostOhms: { unit: 'Ω', low: 10, high: 100_000_000, says: 'hardly pressed', usual: 100000 },
  },
  way: 'level',
  steps: LEVEL_BANK_STEPS,
  known: 'weights',
  unitWords: (count, sensor, { bits }, lane) => knownWords(sensor, lane, count, bits),
  firstVoices: (sensor, zone) =>
    hasNotes(sensor)
      ? [laneNotes(sensor, 'gate', zone, attackOf(sensor))]
      : [
          {
            ...levelController(sensor, 'press', 11, zone),
            ...(sensor.lanes.length > 1
              ? { source: { sensor: sensor.id, port: 'press', lane: sensor.lanes[0].id } }
              : {}),
          },
        ],
};
