import type { PointerEvent } from 'react';

/** Whether a pointer was pressed on what hears of it, which captured it then: one that was pressed elsewhere and comes over a place does not play it. */
export const pressedHere = ({ currentTarget, pointerId }: PointerEvent): boolean =>
  currentTarget.hasPointerCapture(pointerId);
