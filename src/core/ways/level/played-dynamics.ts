import { signOf, type LaneLevel } from './lane-level';
import { median } from '../../signal/quantile';
import type { PlayedGestures } from '../../calibrate/played-take';

/** Median peak of soft, medium and loud gestures, as a share (0 … 1) of the way from dead zone to reach. */
export type PlayedDynamics = Record<'soft' | 'medium' | 'loud', number | null>;

/** Where a maker's dynamics lie on a lane; each gesture is judged on its own side. Null without gestures. */
export function playedDynamics(played: readonly PlayedGestures[], level: LaneLevel): PlayedDynamics {
  const whole = Math.round(level.rest);
  const middle = (role: string) => {
    const shares = played
      .filter((t) => t.role === role)
      .flatMap((t) => t.gestures)
      .flatMap((g) => {
        const side = g.sign === signOf(level) ? level.up : level.down;
        if (!side) return [];
        const share = (Math.abs(g.peak - whole) - side.dead) / (side.reach - side.dead);
        return [Math.min(1, Math.max(0, share))];
      });
    return shares.length === 0 ? null : median(shares);
  };
  return { soft: middle('soft'), medium: middle('medium'), loud: middle('loud') };
}
