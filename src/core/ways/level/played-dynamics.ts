import { signOf, type LaneLevel, type SideName } from './lane-level';
import { median } from '../../signal/quantile';
import type { PlayedGestures } from '../../calibrate/played-take';

/** Median peak of soft, medium and loud gestures, as a share (0 … 1) of the way from dead zone to reach. */
export type PlayedDynamics = Record<'soft' | 'medium' | 'loud', number | null>;

/** Gestures with the shares (0 … 1) of the way from dead zone to reach that their peaks lie at, each on its own side. */
export const sharesOf = (
  played: readonly PlayedGestures[],
  level: LaneLevel,
): { role: string; share: number; side: SideName }[] =>
  played.flatMap(({ role, gestures }) =>
    gestures.flatMap(({ sign, peak }) => {
      const name = sign === signOf(level) ? 'up' : 'down';
      const side = level[name];
      if (!side) return [];
      const share = (Math.abs(peak - Math.round(level.rest)) - side.dead) / (side.reach - side.dead);
      return [{ role, side: name, share: Math.min(1, Math.max(0, share)) }];
    }),
  );

/** Where a maker's dynamics lie on a lane; each gesture is judged on its own side. Null without gestures. */
export function playedDynamics(played: readonly PlayedGestures[], level: LaneLevel): PlayedDynamics {
  const all = sharesOf(played, level);
  const middle = (dynamic: string) => {
    const shares = all.filter(({ role }) => role === dynamic).map(({ share }) => share);
    return shares.length === 0 ? null : median(shares);
  };
  return { soft: middle('soft'), medium: middle('medium'), loud: middle('loud') };
}
