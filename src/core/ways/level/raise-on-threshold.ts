import { extremesOf } from '../../signal/quantile';
import { chatterOfGate, singlesOf } from './chatter';
import type { PlayedTake } from '../../calibrate/played-take';
import { phantomsPerHour, type RestSide, type Thresholds } from '../../calibrate/thresholds';

/** Limits of raising "on", σ: above the lowest threshold at most, below every heard gesture's peak at least. */
const FURTHEST_SIGMAS = 16;
const CLEAR_SIGMAS = 4;
/** Chatter is counted at thresholds shifted by these, σ, since one take may be free of it by chance. */
const NEARBY_SIGMAS = [-1, -0.5, 0, 0.5, 1];

/**
 * Raises "on" to the lowest threshold with the least chatter in the takes, plus one σ; "off" stays. While the level rises
 * slowly, noise crosses "on" early and falls back through "off", so a hysteresis of 4 σ is too small. (From simulation
 * of raised-cosine and linear attacks, no published source; docs/decisions/0006.)
 * @param peaks distances of every gesture on this side; "on" stays clear of those that "lowest" hears
 * @returns `lowest` itself where it has no chatter, or where a higher "on" would lose a gesture or has no room
 */
export function chatterFreeThresholds(
  lowest: Thresholds,
  side: RestSide,
  played: readonly PlayedTake[],
  whole: number,
  sign: 1 | -1,
  peaks: readonly number[],
): Thresholds {
  const singles = singlesOf(played, whole, sign);
  const chatter = (on: number) =>
    NEARBY_SIGMAS.map((s) => s * side.noise)
      .map((by) => chatterOfGate(singles, { on: on + by, off: lowest.off + by }))
      .reduce((sum, n) => sum + n, 0);
  const heard = peaks.filter((p) => p >= lowest.on);
  const ceiling = Math.min(
    side.room - 1,
    lowest.on + FURTHEST_SIGMAS * side.noise,
    extremesOf(heard).least - CLEAR_SIGMAS * side.noise,
  );
  const stride = Math.max(1, Math.floor(side.noise / 2));
  let best = { on: lowest.on, chatter: chatter(lowest.on) };
  for (let on = lowest.on + stride; on <= ceiling && best.chatter > 0; on += stride) {
    const here = chatter(on);
    if (here < best.chatter) best = { on, chatter: here };
  }
  if (best.on === lowest.on) return lowest;
  const surer = Math.min(Math.floor(ceiling), best.on + Math.ceil(side.noise));
  const on = chatter(surer) <= best.chatter ? surer : best.on;
  return { on, off: lowest.off, perHour: phantomsPerHour(side, on) };
}
