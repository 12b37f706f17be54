import { LEVEL_STEPS } from '../../ways/level/steps';
import type { Kind } from '../../kinds/kind';
import { attackNote, levelController } from '../../kinds/level-voices';

/** For tests, and as the example of CONTRIBUTING.md: a cord with a spring, whose pull bends a strip. */
export const pullCord: Kind = {
  id: 'pull-cord',
  name: 'pull cord',
  aka: [],
  family: 'move',
  verb: 'pull',
  gesture: 'pull',
  gestures: 'pulls',
  care: 'A cord that slips lashes back: hold it behind the knot.',
  face: { shape: 'square', width: 10, height: 30 },
  lanes: { least: 1, most: 1, are: 'counts' },
  readBy: 'converter',
  ports: {
    pull: { carries: 'level', says: 'how far it is pulled' },
    gate: { carries: 'gate', says: 'while it is pulled' },
  },
  facts: { stroke: { unit: 'mm', low: 5, high: 500, says: 'travel', usual: 80 } },
  way: 'level',
  steps: LEVEL_STEPS,
  firstVoices: (sensor, zone) => [
    levelController(sensor, 'pull', 11, zone),
    attackNote(sensor, 'gate', zone),
  ],
};
