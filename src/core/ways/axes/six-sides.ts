import type { Side } from './sides';

/** Offset and gain of an axis with their standard errors, counts. */
export interface Axis {
  offset: number;
  gain: number;
  offsetError: number;
  gainError: number;
}

/** An axis whose ends lie nearer than this share of the others' has not been on both of its sides. */
const MISSING_SHARE = 0.75;
/** How often the slant of sides is taken out of each other. */
const ROUNDS = 12;

export type SixSides =
  | { ok: true; axes: Axis[] }
  /** The axis that did not point both up and down. */
  | { ok: false; axis: number | null };

/**
 * Offset and gain of three axes from six sides (maker's handbook 4.8: offset (max + min)/2, gain (max − min)/2 g), with the slant of each
 * side taken out: where the other two axes read a and b, this one has √(1 − a² − b²) of a g.
 */
export function sixSides(sides: readonly Side[]): SixSides {
  if (sides.length < 2) return { ok: false, axis: null };
  const ends = [0, 1, 2].map((axis) => {
    const by = (a: Side, b: Side) => a.levels[axis] - b.levels[axis];
    const rising = [...sides].sort(by);
    return { low: rising[0], high: rising[rising.length - 1] };
  });
  const spans = ends.map(({ low, high }, axis) => high.levels[axis] - low.levels[axis]);
  const shortest = spans.indexOf(Math.min(...spans));
  const median = [...spans].sort((a, b) => a - b)[1];
  if (spans[shortest] < MISSING_SHARE * median || spans[shortest] <= 0) return { ok: false, axis: shortest };
  let axes = ends.map(({ low, high }, axis) => ({
    offset: (high.levels[axis] + low.levels[axis]) / 2,
    gain: (high.levels[axis] - low.levels[axis]) / 2,
  }));
  for (let round = 0; round < ROUNDS; round++) {
    const now = axes;
    axes = ends.map(({ low, high }, axis) => {
      const upright = (side: Side) => {
        const across = now.reduce(
          (sum, { offset, gain }, i) => (i === axis ? sum : sum + ((side.levels[i] - offset) / gain) ** 2),
          0,
        );
        return Math.sqrt(Math.max(0.25, 1 - across));
      };
      const [down, up] = [upright(low), upright(high)];
      const [least, most] = [low.levels[axis], high.levels[axis]];
      return { gain: (most - least) / (up + down), offset: (most * down + least * up) / (up + down) };
    });
  }
  return {
    ok: true,
    axes: axes.map((own, axis) => {
      const error = Math.hypot(ends[axis].low.errors[axis], ends[axis].high.errors[axis]) / 2;
      return { ...own, offsetError: error, gainError: error };
    }),
  };
}
