import { LEVEL_STEPS } from '../../ways/level/steps';
import type { Kind } from '../kind';
import { attackNote, levelController } from '../level-voices';

/** A membrane that the breath moves, read by reflected light. */
export const breathMembrane: Kind = {
  id: 'breath-membrane',
  name: 'breath membrane',
  aka: ['breath', 'membrane', 'optical', 'reflective', 'light', 'infrared', 'diaphragm'],
  family: 'breath',
  verb: 'blow',
  gesture: 'breath',
  gestures: 'breaths',
  care: 'Do not force the breath; rest between loud takes and stop if you feel dizzy. With a heart, lung, eye or ear condition, ask a doctor first. A mouthpiece is one player’s: food-safe, washed and dried.',
  due: { days: 14, because: 'the membrane slackens and takes up moisture' },
  face: { shape: 'round', width: 40, height: 40, hole: 7 },
  lanes: { least: 1, most: 1, are: 'counts' },
  readBy: 'converter',
  ports: {
    breath: { carries: 'level', says: 'how hard it is blown' },
    gate: { carries: 'gate', says: 'while it is blown' },
  },
  facts: { gapMm: { unit: 'mm', low: 3, high: 30, says: 'gap at rest', usual: 9 } },
  way: 'level',
  steps: LEVEL_STEPS,
  firstVoices: (sensor, zone) => [
    levelController(sensor, 'breath', 2, zone),
    attackNote(sensor, 'gate', zone),
  ],
};
