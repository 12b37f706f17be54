'use client';

import { useCallback, useState } from 'react';
import type { Span } from '@/workers/desk';
import { useKey, useSymbolKey } from '../hooks/use-key';

/** Cursors that are nearer have nothing between them, µs. */
export const LEAST_US = 20_000;
export const NOTHING_BETWEEN = 'Next to nothing lies between the cursors. Lead them apart first.';

export type Look = ReturnType<typeof useSpan>;

/** Least stretch that is shown, µs. */
const NEAREST_US = 2000;

/** What is shown of a recording, and the two cursors. */
export function useSpan(endUs: number) {
  const whole = Math.max(NEAREST_US, endUs);
  const [view, setShown] = useState<Span>({ fromUs: 0, toUs: whole });
  const [cursors, setCursors] = useState<[number, number]>([whole / 3, (2 * whole) / 3]);
  const setView = useCallback(
    (fromUs: number, toUs: number) => {
      const span = Math.min(whole, Math.max(NEAREST_US, toUs - fromUs));
      const from = Math.max(0, Math.min(whole - span, fromUs));
      setShown({ fromUs: from, toUs: from + span });
    },
    [whole],
  );
  const setCursor = useCallback(
    (which: 0 | 1, us: number) => setCursors((c) => (which === 0 ? [us, c[1]] : [c[0], us])),
    [],
  );
  const zoom = (factor: number) => {
    const middle = (view.fromUs + view.toUs) / 2;
    const half = ((view.toUs - view.fromUs) / 2) * factor;
    setView(middle - half, middle + half);
  };
  const along = (share: number) => {
    const by = (view.toUs - view.fromUs) * share;
    setView(view.fromUs + by, view.toUs + by);
  };
  useSymbolKey(['+', '='], () => zoom(0.5));
  useSymbolKey(['-'], () => zoom(2));
  useKey('left', () => along(-0.25), { preventDefault: true });
  useKey('right', () => along(0.25), { preventDefault: true });
  return {
    ...{ view, cursors, setView, setCursor, zoom, whole },
    /** Shows a stretch with some room around it, and sets the cursors to its ends. */
    showAll: ({ fromUs, toUs }: Span) => {
      const room = Math.max(20_000, (toUs - fromUs) / 2);
      setView(fromUs - room, toUs + room);
      setCursors([fromUs, toUs]);
    },
    /** All of a recording that is as long as this from now on. */
    reset: (us: number) => {
      setShown({ fromUs: 0, toUs: Math.max(NEAREST_US, us) });
      setCursors([us / 3, (2 * us) / 3]);
    },
  };
}
