'use client';

import { useEffect, type RefObject } from 'react';

/** Tells how many pixels a picture has across, when it is shown and when that changes. @param taken of them by something else, at the left */
export function useWidth(
  box: RefObject<HTMLDivElement | null>,
  taken: number,
  set: (n: number) => void,
): void {
  useEffect(() => {
    const { current } = box;
    if (!current) return;
    const observer = new ResizeObserver(() => set(Math.max(100, Math.round(current.clientWidth - taken))));
    observer.observe(current);
    return () => observer.disconnect();
  }, [box, taken, set]);
}
