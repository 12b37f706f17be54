import { ZERO_STAGE } from './codes';
import type { Looker } from './blocks/block';
import { blocks } from './blocks/registry';
import { look, LOOKS, lookWaits } from './blocks/zero';
import type { Engine } from './engine';
import type { Stretch } from './stretch';

/** Every lane that looks at its rest at power-up, in the order in which a frame asks them. */
export const lookersOf = (e: Engine): Looker[] => blocks().flatMap((block) => block.lookers?.(e) ?? []);

/** Plays a frame on a lane whose look may end, unless another's has. @returns whether its own has */
export const playLooker = ({ zero, play }: Looker, ended: boolean): boolean =>
  !lookWaits(zero, ended) && play();

/**
 * Lets a lane look on over the frames from `from` on, as far as nothing comes of it but the look itself.
 * @returns the frame at which something may: its look ends, or it wakes; `end` where there is none in the block
 */
export function lookOn({ zero, column, still }: Looker, s: Stretch, from: number): number {
  const { counts, columns, end } = s;
  if (zero.stage === ZERO_STAGE.done) return end;
  const silent = zero.stage === ZERO_STAGE.silent;
  let frame = from;
  for (let at = frame * columns + column; frame < end; frame++, at += columns) {
    const count = counts[at];
    const moves = zero.looks > 0 && (count > zero.first ? count - zero.first : zero.first - count) >= still;
    if (zero.looks === LOOKS - 1 || (moves && silent)) break;
    look(zero, count, still);
  }
  return frame;
}
