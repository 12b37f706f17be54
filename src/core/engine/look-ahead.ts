import { ZERO_STAGE } from './codes';
import type { Looker } from './blocks/block';
import { blocks } from './blocks/registry';
import { endsLook, look } from './blocks/zero';
import type { Engine } from './engine';
import type { Stretch } from './stretch';

/** Every lane that looks at its rest at power-up, in the order in which a frame asks them. */
export const lookersOf = (e: Engine): Looker[] => blocks().flatMap((block) => block.lookers?.(e) ?? []);

/** How many frames after one it is a lane's turn to look, from 0. @param number of that frame since power-up */
export const framesToTurn = ({ turn, mask }: Looker, number: number): number => (turn - number) & mask;

/** Plays a frame on a lane that looks, unless something came of another's look and would of this. @returns whether something came of its own */
export function playLooker(e: Engine, { zero, column, still, play }: Looker, ended: boolean): boolean {
  if (ended && endsLook(zero, e.counts[e.at + column], still)) return false;
  return play();
}

/**
 * Lets a lane look on over the frames from `from` on, as far as nothing comes of it but the look itself.
 * @param number of the frame `from` since power-up @returns the frame at which something may: its look ends, or it wakes; `end` where there is none in the block
 */
export function lookOn(looker: Looker, s: Stretch, from: number, number: number): number {
  const { zero, column, still, mask } = looker;
  const { counts, columns, end } = s;
  if (zero.stage === ZERO_STAGE.done) return end;
  let frame = from + framesToTurn(looker, number);
  for (; frame < end; frame += mask + 1) {
    const count = counts[frame * columns + column];
    if (endsLook(zero, count, still)) break;
    look(zero, count, still);
  }
  return frame;
}
