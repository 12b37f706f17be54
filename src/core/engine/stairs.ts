import { curveOf, type CurveFamilyId, type CurveParameters } from '../shape/families';

/**
 * Stairs: where along x (0 … 1) a curve reaches each of its steps, as Q16 shares less one unit, so that on a span of counts
 * {@link stairAt} is the first count that reads the step.
 * @param steps of the output, 1 … 127; step k is reached where the curve is (k − ½) / steps, as rounding half up has it
 * @returns `floor`: steps that the curve reads at x = 0; then one entry for each step above that, rising
 */
export function stairsOf(
  response: CurveParameters & { family: CurveFamilyId },
  steps: number,
): { floor: number; stairs: number[] } {
  const curve = curveOf(response);
  const reads = (x: number) => Math.floor(curve(x) * steps + 0.5);
  const floor = reads(0);
  const stairs = Array.from({ length: Math.max(0, reads(1) - floor) }, (_, i) =>
    Math.min(65535, Math.max(0, Math.ceil(firstReading(reads, floor + 1 + i) * 65536) - 1)),
  );
  return { floor, stairs };
}

/** The least x that reads a step, by bisection to 2^−24. */
function firstReading(reads: (x: number) => number, step: number): number {
  let low = 0;
  let high = 1;
  for (let i = 0; i < 24; i++) {
    const middle = (low + high) / 2;
    if (reads(middle) >= step) high = middle;
    else low = middle;
  }
  return high;
}

/** The distance at which a value reads a step: counts. @param stair entry of the stairs @param dead, span of the side */
export const stairAt = (stair: number, dead: number, span: number): number =>
  dead + 1 + Math.floor((stair * span) / 65536);

/**
 * The step that a distance reads: how many stairs are reached, by halving.
 * @param first of its stairs in the table @param count of them, 0 … 127
 */
export function stepAt(
  table: ArrayLike<number>,
  first: number,
  count: number,
  dead: number,
  span: number,
  distance: number,
): number {
  if (distance <= dead) return 0;
  let low = 0;
  let high = count;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (distance >= stairAt(table[first + middle - 1], dead, span)) low = middle;
    else high = middle - 1;
  }
  return low;
}
