import type { AttackPoint } from './calibration';
import type { LaneLevel } from './lane-level';
import { ATTACK_WINDOWS_MS, attackReach, openingsOf } from './attack';
import { gatesOf } from './choice';
import { distancesOf } from '../../calibrate/distances';
import type { PlayedTake } from '../../calibrate/played-take';

/** How far the loud attacks of a maker's takes get within each window, both sides together; empty without any. */
export function measureAttack(played: readonly PlayedTake[], level: LaneLevel): AttackPoint[] {
  const gates = gatesOf(level);
  const loud = played.filter((t) => t.role === 'loud');
  return ATTACK_WINDOWS_MS.flatMap((windowMs) => {
    const openings = loud.flatMap((take) =>
      gates.flatMap((gate) =>
        openingsOf(
          take.tUs,
          distancesOf(take.counts, Math.round(level.rest), gate.sign),
          gate,
          windowMs * 1000,
        ),
      ),
    );
    const distance = attackReach(openings, gates[0].on);
    return distance === null ? [] : [{ windowMs, distance }];
  });
}
