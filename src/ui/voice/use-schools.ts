'use client';

import { useEffect, useState } from 'react';
import type { NoteVoice } from '@/core/instrument/voices';
import type { SchoolsCompared } from '@/core/prove/schools';
import type { KeptTake } from '@/store/database';
import { loadTakes } from '@/store/takes';
import { analysisLink } from '@/workers/analysis-link';
import { useInstrument } from '../hooks/use-session';

/** What the schools make of a take; null while it is computed, or where nothing is touched in it. */
export function useSchools(voice: NoteVoice, take: KeptTake | undefined): SchoolsCompared | null {
  const instrument = useInstrument();
  const [compared, setCompared] = useState<SchoolsCompared | null>(null);
  const id = take?.id;
  useEffect(() => {
    if (id === undefined) return;
    let current = true;
    void loadTakes([id])
      .then(([own]) => analysisLink.get().schools(instrument, voice, own))
      .then((found) => current && setCompared(found));
    return () => {
      current = false;
    };
  }, [instrument, voice, id]);
  return compared;
}
