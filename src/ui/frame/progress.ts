'use client';

import { useInstrument, useWorkspace } from '../hooks/use-session';
import { STATIONS } from './stations';

/** Which stations have been worked, by their ids, for the instrument as a whole; all of it derived. */
export function useProgress(): ReadonlySet<string> {
  const instrument = useInstrument();
  const takes = useWorkspace((s) => s.takes);
  return new Set(STATIONS.filter((s) => s.worked?.({ instrument, takes })).map((s) => s.id));
}
