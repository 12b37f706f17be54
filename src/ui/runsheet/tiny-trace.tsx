'use client';

import { useEffect, useRef } from 'react';
import { useSession } from '../hooks/use-session';

const COLUMNS = 92;

/** The last second or so of a channel, as small as a word; at least 30 counts high, so that noise looks like noise. */
export function TinyTrace({ column, colour }: { column: number; colour: string }) {
  const session = useSession();
  const path = useRef<SVGPathElement>(null);
  useEffect(
    () =>
      session.live.subscribe(() => {
        const ring = session.traces[column];
        if (!path.current || !ring) return;
        const n = Math.min(COLUMNS, ring.filled);
        const at = (k: number) => (ring.at - n + k + ring.size) % ring.size;
        let low = Infinity;
        let high = -Infinity;
        for (let k = 0; k < n; k++) {
          low = Math.min(low, ring.low[at(k)]);
          high = Math.max(high, ring.high[at(k)]);
        }
        const middle = (low + high) / 2;
        const half = Math.max(15, (high - low) / 2);
        const y = (count: number) => (14 - (12 * (count - middle)) / half).toFixed(1);
        let d = '';
        for (let k = 0; k < n; k++)
          d += `${k === 0 ? 'M' : 'L'}${k} ${y(ring.low[at(k)])}L${k} ${y(ring.high[at(k)])}`;
        path.current.setAttribute('d', d);
      }),
    [session, column],
  );
  return (
    <svg viewBox="0 0 92 28" width="92" height="28" aria-hidden="true">
      <path ref={path} fill="none" stroke={`var(${colour})`} strokeWidth="1.2" />
    </svg>
  );
}
