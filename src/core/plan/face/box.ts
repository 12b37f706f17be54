/** A rectangle on a face, mm: its middle from the face's upper left corner, its size before it is turned, degrees clockwise. */
export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
  turn: number;
}

/** How far a box reaches from its middle, mm, across and down, as it is turned. */
export function reachOf({ width, height, turn }: Box): { x: number; y: number } {
  const angle = (turn * Math.PI) / 180;
  const [cos, sin] = [Math.abs(Math.cos(angle)), Math.abs(Math.sin(angle))];
  return { x: (width * cos + height * sin) / 2, y: (width * sin + height * cos) / 2 };
}

/** Where a box ends on each side, mm. */
export interface Edges {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

export function edgesOf(box: Box): Edges {
  const reach = reachOf(box);
  return {
    left: box.x - reach.x,
    right: box.x + reach.x,
    top: box.y - reach.y,
    bottom: box.y + reach.y,
  };
}

/** The edges of several together; all 0 where there are none. */
export function edgesOfAll(boxes: readonly Box[]): Edges {
  if (boxes.length === 0) return { left: 0, right: 0, top: 0, bottom: 0 };
  return boxes.map(edgesOf).reduce((all, own) => ({
    left: Math.min(all.left, own.left),
    right: Math.max(all.right, own.right),
    top: Math.min(all.top, own.top),
    bottom: Math.max(all.bottom, own.bottom),
  }));
}

/** The same, so many mm further. */
export const shifted = <B extends Box>(box: B, x: number, y: number): B => ({
  ...box,
  x: box.x + x,
  y: box.y + y,
});

/** An axis of the face: across, or down. */
export type Axis = 'x' | 'y';
