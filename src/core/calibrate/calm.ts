import { extremesOf } from '../signal/quantile';
import { chatterOfGate, singlesOf } from './chatter';
import type { PlayedTake } from './level-types';
import { phantomsPerHour, type RestSide, type Thresholds } from './thresholds';

/** How far "on" is raised at most to calm a gate, and how far below every gesture's peak it stays, σ. */
const FURTHEST_SIGMAS = 16;
const CLEAR_SIGMAS = 4;
/** The gate is judged from here too, σ away: other playing meets other noise, and one take alone may be calm by luck. */
const NEARBY_SIGMAS = [-1, -0.5, 0, 0.5, 1];

/**
 * Raises "on" until the gate opens once for each gesture in the takes, or as nearly as can be, and one σ more, since
 * other playing will tremble otherwise; "off" stays. Noise crosses a threshold early while the level rises slowly
 * through it, and falls back through "off": 4 σ between the two are then too few. (From simulation of raised-cosine
 * and straight attacks, no published source; docs/decisions/0006.)
 * @param peaks distances of every gesture on this side; none that was heard may be lost by it, nor come near that
 * @returns the same thresholds where they are calm already, or where calmer ones would cost a gesture or have no room
 */
export function calmThresholds(
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
  let calmest = { on: lowest.on, chatter: chatter(lowest.on) };
  for (let on = lowest.on + stride; on <= ceiling && calmest.chatter > 0; on += stride) {
    const here = chatter(on);
    if (here < calmest.chatter) calmest = { on, chatter: here };
  }
  if (calmest.on === lowest.on) return lowest;
  const surer = Math.min(Math.floor(ceiling), calmest.on + Math.ceil(side.noise));
  const on = chatter(surer) <= calmest.chatter ? surer : calmest.on;
  return { on, off: lowest.off, perHour: phantomsPerHour(side, on) };
}
