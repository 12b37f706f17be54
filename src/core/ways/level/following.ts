import { SWEEP_TICKS, TICK_US } from '../../engine/clock';
import type { CREEP } from '../../engine/records';
import type { Of } from '../../engine/struct';
import type { LevelCalibration } from './calibration';
import type { LaneLevel } from './lane-level';

/** Rest is followed by so much more than it was seen to creep. (Common practice, no source.) */
const ROOM = 2;
/** Where none was seen, what warmth does, counts a second. (Common practice, no source.) */
const LEAST_PER_SECOND = 0.5;
const SWEEP_S = (SWEEP_TICKS * TICK_US) / 1e6;

/**
 * How rest is followed: as fast as it creeps, with room, but no faster than that a press which rises to "off" within a second is
 * no creep.
 */
export function followingOf(
  { creep, creepPerSecond = 0 }: Pick<LevelCalibration, 'creep' | 'creepPerSecond'>,
  levels: readonly Omit<LaneLevel, 'lane'>[],
): Pick<Of<typeof CREEP>, 'every' | 'step'> {
  if (creep !== 'followed') return { every: 1, step: 0 };
  const least = Math.min(...levels.flatMap(({ up, down }) => [up.off, ...(down ? [down.off] : [])]));
  const aSweep = SWEEP_S * Math.min(least, Math.max(LEAST_PER_SECOND, ROOM * creepPerSecond));
  const every = Math.min(255, Math.max(1, Math.round(1 / aSweep)));
  return { every, step: Math.min(255, Math.max(1, Math.round(aSweep * every))) };
}
