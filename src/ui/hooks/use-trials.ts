'use client';

import { useCallback, useEffect, useState } from 'react';
import type { KeptTrial } from '@/store/database';
import { trialsOf } from '@/store/trials';
import { useSession } from './use-session';

/** What the instrument's trials came to, the oldest first. */
export function useTrials(): { trials: readonly KeptTrial[]; reload: () => void } {
  const { id } = useSession();
  const [trials, setTrials] = useState<readonly KeptTrial[]>([]);
  const reload = useCallback(() => void trialsOf(id).then(setTrials), [id]);
  useEffect(reload, [reload]);
  return { trials, reload };
}
