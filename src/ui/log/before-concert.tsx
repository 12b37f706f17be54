'use client';

import { useEffect, useMemo, useState } from 'react';
import { compile } from '@/core/compile/compile';
import { identityOf } from '@/core/exchange/document/instrument-digest';
import { pointsBefore } from '@/core/exchange/record/before-concert';
import type { KeptCheckUp } from '@/store/database';
import { daysSaved } from '@/store/saved-outside';
import { storageWords } from '@/store/trouble';
import { useOnBoard } from '../hooks/use-on-board';
import { useSeconds } from '../hooks/use-seconds';
import { useInstrument } from '../hooks/use-session';
import { notify } from '../parts/notice';
import styles from './log.module.css';

/** Before a concert: what the bench knows by itself, and what only the maker can see to. */
export function BeforeConcert({ checkUps }: { checkUps: readonly KeptCheckUp[] }) {
  const instrument = useInstrument();
  const plays = useOnBoard()?.digest ?? null;
  const nowMs = useSeconds();
  const [saved, setSaved] = useState<number | null>(null);
  useEffect(() => {
    daysSaved(Date.now()).then(setSaved, (e: unknown) => notify(storageWords(e)));
  }, []);
  const stands = useMemo(
    () => instrument.boards.map((board) => identityOf(instrument, board, compile(instrument, board)).digest),
    [instrument],
  );
  const checkUp = checkUps.at(-1) ?? null;
  const points = pointsBefore(instrument, { nowMs, checkUp, plays, stands, daysSaved: saved });
  return (
    <section>
      <h2 className={styles.chartHead}>Before a concert</h2>
      <ul className={styles.concert}>
        {points.map(({ says, well }) => (
          <li key={says} data-well={well ?? 'yours'}>
            {says}
          </li>
        ))}
      </ul>
    </section>
  );
}
