import { edgesOf, type Axis, type Box } from './box';

/** How far something moves so that it lies in line with something else, and the lines that it then lies on, mm. */
export interface Snap {
  x: number;
  y: number;
  lines: { axis: Axis; at: number }[];
}

/** Without something near to lie in line with, to whole mm. */
const GRID_MM = 1;

/**
 * A move of boxes, a little more or less so that a middle or an edge of them lies in line with one of others.
 * @param boxes that are moved @param others that stay @param x, y wanted, mm @param within farthest that it gives way, mm
 */
export function snapped(
  boxes: readonly Box[],
  others: readonly Box[],
  x: number,
  y: number,
  within: number,
): Snap {
  const [across, down] = [snapOn('x', boxes, others, x, within), snapOn('y', boxes, others, y, within)];
  const lines = [
    ...(across.line === null ? [] : [{ axis: 'x' as const, at: across.line }]),
    ...(down.line === null ? [] : [{ axis: 'y' as const, at: down.line }]),
  ];
  return { x: across.by, y: down.by, lines };
}

function snapOn(
  axis: Axis,
  boxes: readonly Box[],
  others: readonly Box[],
  wanted: number,
  within: number,
): { by: number; line: number | null } {
  let best: { by: number; line: number } | null = null;
  const targets = others.flatMap((box) => linesOf(box, axis));
  for (const from of boxes.flatMap((box) => linesOf(box, axis))) {
    for (const line of targets) {
      const by = line - from;
      const nearer = best === null || Math.abs(by - wanted) < Math.abs(best.by - wanted);
      if (Math.abs(by - wanted) <= within && nearer) best = { by, line };
    }
  }
  if (best) return best;
  const first = boxes[0][axis];
  return { by: Math.round((first + wanted) / GRID_MM) * GRID_MM - first, line: null };
}

/** The lines of a box that others can lie in line with: its middle and its edges. */
function linesOf(box: Box, axis: Axis): number[] {
  const { left, right, top, bottom } = edgesOf(box);
  return axis === 'x' ? [box.x, left, right] : [box.y, top, bottom];
}
