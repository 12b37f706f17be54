import { isCoarse } from './codes';
import type { Image } from './layout';
import { feeds } from './place';

/**
 * Stairs: where along x (0 … 1) a curve reaches each of its steps, as Q16 shares less one unit, so that on a span of counts
 * {@link beginsOf} gives the first count that reads the step.
 * @param steps of the output, 1 … 127; step k is reached where the curve is (k − ½) / steps, as rounding half up has it
 * @returns `floor`: steps that the curve reads at x = 0; then one entry for each step above that, rising
 */
export function stairsOf(curve: (x: number) => number, steps: number): { floor: number; stairs: number[] } {
  const reads = (x: number) => Math.floor(curve(x) * steps + 0.5);
  const floor = reads(0);
  const stairs = Array.from({ length: Math.max(0, reads(1) - floor) }, (_, i) =>
    Math.min(65535, Math.max(0, Math.ceil(firstReading(reads, floor + 1 + i) * 65536) - 1)),
  );
  return { floor, stairs };
}

/** The least x, 0 … 1, that reads a step, by bisection to 2^−24. @param reads never falling */
export function firstReading(reads: (x: number) => number, step: number): number {
  let low = 0;
  let high = 1;
  for (let i = 0; i < 24; i++) {
    const middle = (low + high) / 2;
    if (reads(middle) >= step) high = middle;
    else low = middle;
  }
  return high;
}

/**
 * The distances at which a value reads each of its steps on a side, counts, never falling.
 * @param stairs shares of the span, Q16 @param dead, span of the side
 */
export const beginsOf = (stairs: readonly number[], dead: number, span: number): Uint16Array =>
  Uint16Array.from(stairs, (stair) => dead + 1 + Math.floor((stair * span) / 65536));

/**
 * The step that a distance reads: how many steps have begun there. Looked for in growing leaps from a step near it, then by halving.
 * @param begins never falling @param near any number; most often the step lies near it
 */
export function stepAt(begins: Uint16Array, distance: number, near = 0): number {
  let low = 0;
  let high = begins.length;
  let by = 1;
  if (near > 0 && near <= high && begins[near - 1] > distance) {
    high = near - 1;
    for (; by <= high && begins[high - by] > distance; by *= 2) high -= by;
    if (by <= high) low = high - by + 1;
  } else {
    if (near > 0 && near <= high) low = near;
    for (; low + by <= high && begins[low + by - 1] <= distance; by *= 2) low += by;
    if (low + by <= high) high = low + by - 1;
  }
  while (low < high) {
    const middle = (low + high) >> 1;
    if (begins[middle] <= distance) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The same for each control of seven bits of an image, above rest and below it; none on a side that does not feed it. */
export const beginsOfControls = ({ controls, levels, stairs }: Image): [Uint16Array, Uint16Array][] =>
  controls.map((control) => {
    const on = (side: 0 | 1) => {
      const { dead, scale } = levels[control.level].side[side];
      const fed = scale.span > 0 && feeds(control.side_mask, side);
      const first = control.curve[side];
      return fed && isCoarse(control.kind)
        ? beginsOf(stairs.slice(first, first + control.span), dead, scale.span)
        : NONE;
    };
    return [on(0), on(1)];
  });

const NONE = new Uint16Array(0);
