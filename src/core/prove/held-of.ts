import { STRAIGHT } from '../instrument/response';
import { mean } from '../signal/mean';
import type { Frames } from '../signal/take';
import { levelReader } from '../ways/level/reader';
import { HOLD_US, type Held } from './held-levels';
import { laneCounts, type PortLanes } from './lane-counts';

/** The last three seconds of frames as a hold of the lane that is played furthest; null where it left the level meanwhile. */
export function heldOf(port: PortLanes, frames: Frames): Held | null {
  const { tUs } = frames;
  const first = tUs.findIndex((t) => t >= tUs[tUs.length - 1] - HOLD_US);
  if (first < 0 || tUs[tUs.length - 1] - tUs[0] < 0.9 * HOLD_US) return null;
  const lanes = laneCounts(port, frames).map(({ level, counts }) => {
    const read = levelReader(level, STRAIGHT);
    return Array.from(counts.subarray(first), (count) => read(count).share);
  });
  const held = lanes.reduce<number[]>((most, own) => (mean(own) > mean(most) ? own : most), [0]);
  if (held.some((share) => share === 0)) return null;
  const share = mean(held);
  return { share, spread: Math.sqrt(mean(held.map((own) => (own - share) ** 2))) };
}
