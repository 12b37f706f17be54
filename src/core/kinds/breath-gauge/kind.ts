import { LEVEL_STEPS } from '../../ways/level/steps';
import { knownWords, pressureWords } from '../../ways/level/known/unit-words';
import { kpaFromCounts } from '../../parts/gauge';
import type { Kind } from '../kind';
import { attackNote, levelController } from '../level-voices';

/** A pressure gauge fed by the breath or a bellows; one-sided, or with a middle rest where it is differential. */
export const breathGauge: Kind = {
  id: 'breath-gauge',
  name: 'breath gauge',
  aka: ['breath', 'pressure sensor', 'mouthpiece', 'blow', 'suck', 'bellows', 'wind', 'gauge'],
  family: 'breath',
  verb: 'blow',
  gesture: 'breath',
  gestures: 'breaths',
  care: 'Do not force the breath; rest between loud takes and stop if you feel dizzy. With a heart, lung, eye or ear condition, ask a doctor first. A mouthpiece is one player’s: food-safe, washed and dried.',
  due: { days: 14, because: 'moisture collects in tube and gauge' },
  face: { shape: 'round', width: 14, height: 14, hole: 7 },
  lanes: { least: 1, most: 1, are: 'counts' },
  readBy: 'converter',
  ports: {
    breath: { carries: 'level', says: 'how hard it is blown' },
    gate: { carries: 'gate', says: 'while it is blown' },
  },
  facts: {
    perKpa: { unit: 'of the supply a kPa', low: 0.0001, high: 10, says: 'gain', usual: 0.125 },
    offset: { unit: 'of the supply', low: 0, high: 1, says: 'output at no pressure', usual: 0.4985 },
    holeMm: { unit: 'mm', low: 0.2, high: 20, says: 'bleed hole', usual: 2 },
    playingKpa: { unit: 'kPa', low: 0.05, high: 30, says: 'playing pressure', usual: 2 },
    litres: { unit: 'l', low: 0.5, high: 8, says: 'air of a breath', usual: 4 },
  },
  way: 'level',
  steps: LEVEL_STEPS,
  known: 'pressures',
  unitWords: (count, sensor, board, lane) => {
    const { facts } = sensor;
    const known = knownWords(sensor, lane, count, board.bits);
    if (known) return known;
    if (facts?.perKpa === undefined || facts.offset === undefined) return undefined;
    const kpa = kpaFromCounts(count, { perKpa: facts.perKpa, offset: facts.offset }, board);
    return `${pressureWords(kpa)} by the gauge’s sheet`;
  },
  firstVoices: (sensor, zone) => [
    levelController(sensor, 'breath', 2, zone),
    attackNote(sensor, 'gate', zone),
  ],
};
