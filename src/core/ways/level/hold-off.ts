import type { Gate } from './attack';
import type { SingleTake } from './chatter';
import type { PlayedTake } from '../../calibrate/played-take';

/** Longest hold-off that is chosen by itself, ms: eight notes a second can still be repeated. (Common practice, no source.) */
export const MOST_HOLD_OFF_MS = 60;

/** What is played later may cross more slowly than the takes do. */
const MARGIN = 1.5;

/**
 * The hold-off that a gate needs: as long as its level may take to pass it for good, in which noise can throw it over
 * "on" and under "off" more than once. (From simulation of slow attacks, no published source; docs/decisions/0006.)
 * Never so long that gestures as close together as the closest in the takes would run into one.
 * @param singles takes of single gestures, seen from the gate's side of rest
 * @returns whole ms, 0 … {@link MOST_HOLD_OFF_MS}
 */
export function holdOffFor(
  singles: readonly SingleTake[],
  gate: Gate,
  played: readonly PlayedTake[],
): number {
  const needed = Math.ceil(MARGIN * slowestCrossingMs(singles, gate));
  return Math.min(MOST_HOLD_OFF_MS, Math.floor(closestMs(played) / 2), needed);
}

/** The shortest time from one gesture's beginning to the next one's in any take, ms. */
function closestMs(played: readonly PlayedTake[]): number {
  let closest = Infinity;
  for (const { gestures } of played)
    for (let i = 1; i < gestures.length; i++)
      closest = Math.min(closest, gestures[i].fromUs - gestures[i - 1].fromUs);
  return closest / 1000;
}

/**
 * The longest time between the first and the last crossing of the middle of "on" and "off" while the level was on its
 * way: from where it is clearly below both to where it is clearly above, or the other way.
 */
export function slowestCrossingMs(singles: readonly SingleTake[], { on, off }: Gate): number {
  const middle = (on + off) / 2;
  const clear = on - off;
  let slowest = 0;
  for (const { tUs, distances } of singles) {
    let first = -1;
    let last = -1;
    for (let i = 1; i < distances.length; i++) {
      if (distances[i] >= middle !== distances[i - 1] >= middle) {
        if (first < 0) first = tUs[i];
        last = tUs[i];
      }
      if (Math.abs(distances[i] - middle) < clear) continue;
      slowest = Math.max(slowest, last - first);
      first = -1;
      last = -1;
    }
  }
  return slowest / 1000;
}
