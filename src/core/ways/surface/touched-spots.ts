import { median } from '../../signal/quantile';
import { stretchesOf } from '../touch/stretches';
import { LEAST_PLACED_US, type PlacedTouch } from '../place/touches';

/** What is left out at both ends of a touch, in which the finger lands and lifts, µs. */
const EDGE_US = 25_000;

/** A touch of a surface: where both axes stood in its middle, and how hard it was pressed at most, counts from rest. */
export interface SpotTouch {
  x: PlacedTouch;
  y: PlacedTouch;
  hardest: number;
}

/** A take of a surface, with the counts of its three columns. */
export interface SurfaceTake {
  id: string;
  tUs: Float64Array;
  columns: readonly Uint16Array[];
}

/** The touches of a take: stretches in which it is pressed. @param pressed how hard it is in a frame, counts from rest @param on from which on it is touched */
export function spotTouches(
  { id, tUs, columns }: SurfaceTake,
  pressed: (frame: number) => number,
  on: number,
): SpotTouch[] {
  return stretchesOf(tUs, (i) => pressed(i) >= on, LEAST_PLACED_US).map(({ first, last, fromUs, toUs }) => {
    const inner: number[] = [];
    let hardest = 0;
    for (let i = first; i <= last; i++) {
      hardest = Math.max(hardest, pressed(i));
      if (tUs[i] - fromUs >= EDGE_US && toUs - tUs[i] >= EDGE_US) inner.push(i);
    }
    const frames = inner.length > 0 ? inner : [(first + last) >> 1];
    const at = (axis: number): PlacedTouch => ({
      ...{ take: id, fromUs, toUs, from: first, to: last },
      level: median(frames.map((i) => columns[axis][i])),
    });
    return { x: at(0), y: at(1), hardest };
  });
}
