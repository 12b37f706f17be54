'use client';

import { useEffect, type RefObject } from 'react';
import type { Span } from '@/workers/desk';

/** The wheel draws nearer or further where the pointer is; with Shift, or sideways, it moves along. */
export function useWheel(
  box: RefObject<HTMLDivElement | null>,
  names: number,
  view: Span,
  setView: (fromUs: number, toUs: number) => void,
): void {
  useEffect(() => {
    const { current } = box;
    if (!current) return;
    const turn = (e: WheelEvent) => {
      e.preventDefault();
      const { left, width } = current.getBoundingClientRect();
      const share = Math.max(0, Math.min(1, (e.clientX - left - names) / (width - names)));
      const span = view.toUs - view.fromUs;
      const along = e.shiftKey ? e.deltaY + e.deltaX : e.deltaX;
      if (along !== 0) return setView(view.fromUs + (span * along) / 1000, view.toUs + (span * along) / 1000);
      const next = span * 1.0015 ** e.deltaY;
      const at = view.fromUs + share * span;
      setView(at - share * next, at + (1 - share) * next);
    };
    current.addEventListener('wheel', turn, { passive: false });
    return () => current.removeEventListener('wheel', turn);
  }, [box, names, view, setView]);
}
