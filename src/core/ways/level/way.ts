import { laneBank } from '../lane-bank';
import { PLANNED } from '../planned';
import { movedLanes } from '../moved-lanes';
import type { Way } from '../way';
import { AttackPoint, KnownForce, KnownPressure, LevelCalibration, LevelLane, Side } from './calibration';
import { completedLevel } from './completed';
import { fullAttack } from './full-attack';
import { laneLevel, signOf, withLaneLevel } from './lane-level';
import { typeableOf, wantedOf, withChoice } from './choice';
import { levelFaults } from './rules';

/** Rest has moved where it did by more than this many σ and this many counts. (Common practice, no source.) */
const NOISES = 3;
const COUNTS = 2;

const movedBy = (c: LevelCalibration, lane: string, rest: number): number => {
  const own = laneLevel(c, lane);
  const by = own ? rest - own.rest : 0;
  return Math.abs(by) <= Math.max(COUNTS, NOISES * (own?.noise ?? 0)) ? 0 : by;
};

/** How far lanes are played, from rest to reach on one side or two; a gate by thresholds. */
export const level: Way<LevelCalibration> = {
  ...laneBank<LevelCalibration>(),
  is: 'level',
  alone: true,
  document: LevelCalibration,
  records: [LevelLane, Side, AttackPoint, KnownForce, KnownPressure],
  strength: 'attack',
  chosen: ['creep'],
  typeable: (c) => Object.fromEntries(c.lanes.flatMap(({ lane }) => typeableOf(laneLevel(c, lane)!))),
  withTyped: (c, values) =>
    c.lanes.reduce((own, { lane }) => {
      const level = laneLevel(own, lane)!;
      return withLaneLevel(own, withChoice(level, wantedOf(level, values)));
    }, c),
  heardOneByOne: true,
  completed: completedLevel,
  faults: levelFaults,
  levelOf: laneLevel,
  restOf: (c, lane) => laneLevel(c, lane)?.rest,
  travelOf: (c, lane) => laneLevel(c, lane)?.up.reach,
  onlyWay: (c) => (c.lanes.some((l) => l.down) ? null : signOf(c)),
  decisionMs: () => 0,
  movedSince: (c, lanes, rests) => {
    if (lanes.length > 1) return movedLanes(lanes, rests, (lane, rest) => movedBy(c, lane, rest) !== 0);
    const [rest] = rests;
    const by = rest === null || rest === undefined ? 0 : movedBy(c, lanes[0].id, rest);
    if (by === 0) return null;
    const amount = `${by > 0 ? '+' : '−'}${Math.abs(by).toFixed(0)}`;
    return {
      words: `rest moved ${amount}`,
      says: `Rest lies ${amount} counts from where it was measured. Dry it and let it settle, or measure rest again.`,
    };
  },
  fullAttack: (c, windowMs) => {
    const measured = c.lanes.filter((l) => l.attack).map((l) => fullAttack(l, windowMs));
    return measured.length > 0 ? Math.max(...measured) : undefined;
  },
  planned: (lanes, top) => {
    const on = top >> 5;
    const side = { reach: top - (top >> 2) - on, dead: on >> 1, on, off: on >> 1 };
    return {
      ...{ is: 'level', polarity: 'rising', holdOffMs: 0, ...PLANNED },
      lanes: lanes.map((lane) => ({ lane, rest: top >> 2, noise: 1, up: side, down: null })),
    };
  },
};
