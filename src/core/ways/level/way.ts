import type { Way } from '../way';
import { AttackPoint, LevelCalibration, Sides } from './calibration';
import { completedLevel } from './completed';
import { fullAttack } from './full-attack';
import { compileLevel } from './image';
import { levelFaults } from './rules';

/** Rest has moved where it did by more than this many σ and this many counts. (Common practice, no source.) */
const NOISES = 3;
const COUNTS = 2;

/** How far it is played, from rest to reach on one side or two; a gate by thresholds. */
export const level: Way<LevelCalibration> = {
  is: 'level',
  document: LevelCalibration,
  records: [Sides, AttackPoint],
  inCounts: true,
  strength: 'attack',
  completed: completedLevel,
  faults: (c, _, path, fullScale) => levelFaults(c, path, fullScale),
  knows: () => true,
  ofLanes: (c) => c,
  restOf: (c) => c.rest,
  travelOf: (c) => Math.abs(c.reach.up - c.rest),
  onlyWay: (c) => (c.reach.down !== null ? null : c.polarity === 'rising' ? 1 : -1),
  closedAtRest: () => false,
  decisionMs: () => 0,
  movedSince: (c, _, [rest]) => {
    const by = rest === null || rest === undefined ? 0 : rest - c.rest;
    if (Math.abs(by) <= Math.max(COUNTS, NOISES * c.noise)) return null;
    const amount = `${by > 0 ? '+' : '−'}${Math.abs(by).toFixed(0)}`;
    return {
      words: `rest moved ${amount}`,
      says: `Rest lies ${amount} counts from where it was measured. Dry it and let it settle, or measure rest again.`,
    };
  },
  fullAttack: (c, windowMs) => (c.attack ? fullAttack(c, windowMs) : undefined),
  compile: ({ image }, { lanes }, c, { columns }) => {
    const column = columns.indexOf(lanes[0].column ?? '');
    if (column < 0) return null;
    image.levels.push(compileLevel(c, column));
    return { index: image.levels.length - 1, lanes: [0], bank: null };
  },
};
