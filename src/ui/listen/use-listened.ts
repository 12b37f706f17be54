'use client';

import { useEffect, useState } from 'react';
import type { Listened } from '@/core/listen/listen';
import { analysisLink, Stopped } from '@/workers/analysis-link';
import { useInstrument, useSession } from '../hooks/use-session';

/** Between two looks at the last seconds, ms. */
const EVERY_MS = 3000;

/** What the last seconds say of every lane, looked at now and then while this is on the screen; null before the first. */
export function useListened(): { listened: Listened | null; trouble: string | null } {
  const session = useSession();
  const instrument = useInstrument();
  const [listened, setListened] = useState<Listened | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  useEffect(() => {
    let on = true;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const look = async () => {
      try {
        const frames = await session.lastSeconds();
        const next = await analysisLink.listen(instrument, frames);
        if (on) setListened(next);
        if (on) setTrouble(null);
      } catch (error) {
        // Stopped by another station: the next look begins anew.
        if (on && !(error instanceof Stopped)) setTrouble((error as Error).message);
      }
      if (on) timer = setTimeout(() => void look(), EVERY_MS);
    };
    timer = setTimeout(() => void look(), EVERY_MS);
    return () => {
      on = false;
      clearTimeout(timer);
    };
  }, [session, instrument]);
  return { listened, trouble };
}
