import { reachSeen, type SeenOf } from '../seen';
import type { LevelCalibration, LevelLane, Side } from './calibration';
import { signOf } from './lane-level';

/** Levels with rest and reach as they were seen: thresholds keep their distances. */
export const retunedLevels = (c: LevelCalibration, seenOf: SeenOf): LevelCalibration => ({
  ...c,
  lanes: c.lanes.map((own): LevelLane => {
    const seen = seenOf(own.lane);
    if (!seen) return own;
    const rest = seen.rest ?? own.rest;
    const side = (side: Side, sign: number): Side => {
      const furthest = sign > 0 ? seen.high - Math.round(rest) : Math.round(rest) - seen.low;
      return { ...side, reach: reachSeen(side.reach, furthest, Math.max(side.on, side.dead)) };
    };
    return { ...own, rest, up: side(own.up, signOf(c)), down: own.down && side(own.down, -signOf(c)) };
  }),
});
