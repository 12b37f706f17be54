'use client';

import { useMemo, useState } from 'react';
import { useChoice, useInstrument, useSession, useWorkspace } from '../hooks/use-session';
import type { DeskSource } from './desk-source';
import { shownOf, shownOfTake, type Shown } from './shown';

/**
 * The recording that is looked at, if any. One that is kept, or a take, stands in the page's address, so that reload and Back know
 * it; what is not kept yet lies under it, and is shown again where the kept one was taken back.
 */
export function useShown(): { shown: Shown | null; show: (next: Shown) => void; leave: () => void } {
  const { choice } = useSession();
  const { sensors } = useInstrument();
  const look = useChoice((c) => c.look);
  const recording = useWorkspace((s) => s.recordings.find((r) => r.id === look));
  const take = useWorkspace((s) => s.takes.find((t) => t.id === look));
  const [under, setUnder] = useState<Shown | null>(null);
  const [top, setTop] = useState<Shown | null>(null);
  const name = sensors.find((s) => s.id === take?.sensor)?.name ?? '';
  const kept = recording ? shownOf(recording) : take ? shownOfTake(take, name) : null;
  const key = kept && JSON.stringify(kept.source);
  // One source as long as it is the same recording: another name must not lay it out anew.
  const source = useMemo(() => key && (JSON.parse(key) as DeskSource), [key]);
  // What was just kept lies on its desk already.
  const laid = kept && top?.again?.id === kept.again?.id ? top?.source : source;
  return {
    shown: kept && laid ? { ...kept, source: laid } : under,
    show: (next) => {
      if (next.again) setTop(next);
      else setUnder(next);
      choice.setState({ look: next.again?.id ?? null });
    },
    leave: () => {
      setUnder(null);
      setTop(null);
      choice.setState({ look: null });
    },
  };
}
