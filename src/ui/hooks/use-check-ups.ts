'use client';

import { useEffect, useMemo, useState } from 'react';
import { dueOf, verdictAt, verdictOf, type Due, type Verdict } from '@/core/exchange/record/check-up';
import { checkUpsOf } from '@/store/check-ups';
import type { KeptCheckUp } from '@/store/database';
import { storageWords } from '@/store/trouble';
import { notify } from '../parts/notice';
import { useSeconds } from './use-seconds';
import { useInstrument, useSession } from './use-session';

/** The instrument's check-ups, the oldest first. */
export function useCheckUps(): readonly KeptCheckUp[] {
  const { id } = useSession();
  const [checkUps, setCheckUps] = useState<readonly KeptCheckUp[]>([]);
  useEffect(() => {
    checkUpsOf(id).then(setCheckUps, (e: unknown) => notify(storageWords(e)));
  }, [id]);
  return checkUps;
}

/** How a sensor is looked after: when it is due, and what the last check-up saw of it. */
export interface Cared {
  due: Due | null;
  verdict: Verdict | null;
}

const HOUR_MS = 3_600_000;

/** How each sensor is looked after, by its id. */
export function useCare(checkUps: readonly KeptCheckUp[]): ReadonlyMap<string, Cared> {
  const { sensors } = useInstrument();
  // Days are told: an hour is fine enough.
  const hour = Math.floor(useSeconds() / HOUR_MS);
  return useMemo(() => {
    const last = checkUps.at(-1);
    return new Map(
      sensors.map((own): [string, Cared] => {
        const well = checkUps
          .filter(({ lanes }) => verdictOf(own, lanes).state === 'well')
          .map(({ at }) => at);
        const due = hour > 0 ? dueOf(own, well, hour * HOUR_MS) : null;
        return [own.id, { due, verdict: last ? verdictAt(own, last) : null }];
      }),
    );
  }, [sensors, checkUps, hour]);
}
