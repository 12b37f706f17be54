import type { LevelCalibration } from './calibration';
import { median } from '../../signal/quantile';
import type { PlayedGestures } from '../../calibrate/played-take';

/** Median peak of soft, medium and loud gestures, as a share (0 … 1) of the way from dead zone to reach. */
export type PlayedDynamics = Record<'soft' | 'medium' | 'loud', number | null>;

/** Where a maker's dynamics lie in a calibration; each gesture is judged on its own side. Null without gestures. */
export function playedDynamics(played: readonly PlayedGestures[], c: LevelCalibration): PlayedDynamics {
  const whole = Math.round(c.rest);
  const upSign = c.polarity === 'falling' ? -1 : 1;
  const middle = (role: string) => {
    const shares = played
      .filter((t) => t.role === role)
      .flatMap((t) => t.gestures)
      .flatMap((g) => {
        const up = g.sign === upSign;
        const reach = up ? c.reach.up : c.reach.down;
        const dead = up ? c.deadZone.up : c.deadZone.down;
        if (reach === null || dead === null) return [];
        const share = (Math.abs(g.peak - whole) - dead) / (Math.abs(reach - whole) - dead);
        return [Math.min(1, Math.max(0, share))];
      });
    return shares.length === 0 ? null : median(shares);
  };
  return { soft: middle('soft'), medium: middle('medium'), loud: middle('loud') };
}
