import { chatterOfGate } from './chatter';
import type { PlayedTake } from './level-types';
import { phantomsPerHour, type RestSide, type Thresholds } from './thresholds';

/** How far "on" is raised at most to calm a gate, and how far below every gesture's peak it stays, σ. */
const FURTHEST_SIGMAS = 8;
const CLEAR_SIGMAS = 4;

/**
 * Raises "on" until the gate opens once for each gesture in the takes, or as nearly as can be, and one σ more, since
 * other playing will tremble otherwise; "off" stays. Noise crosses a threshold early while the level rises slowly through it, and falls back through
 * "off": 4 σ between the two are then too few. (From simulation of raised-cosine attacks, no published source.)
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
  const chatter = (on: number) => chatterOfGate(played, whole, { sign, on, off: lowest.off });
  const heard = peaks.filter((p) => p >= lowest.on);
  const ceiling = Math.min(
    side.room - 1,
    lowest.on + FURTHEST_SIGMAS * side.noise,
    ...heard.map((p) => p - CLEAR_SIGMAS * side.noise),
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
