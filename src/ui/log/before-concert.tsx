'use client';

import { useEffect, useState } from 'react';
import { compile } from '@/core/compile/compile';
import { identityOf } from '@/core/exchange/document/instrument-digest';
import { verdictOf } from '@/core/exchange/record/check-up';
import type { KeptCheckUp } from '@/store/database';
import { daysSaved } from '@/store/saved-outside';
import { storageWords } from '@/store/trouble';
import { useOnBoard } from '../hooks/use-on-board';
import { useSeconds } from '../hooks/use-seconds';
import { useInstrument } from '../hooks/use-session';
import { notify } from '../parts/notice';
import styles from './log.module.css';

/** A line of the list: what is known of it, and what to do where it is not so. */
interface Point {
  says: string;
  well: boolean | null;
}

const DAY_MS = 86_400_000;

/** Before a concert: what the bench knows by itself, and what only the maker can see to. */
export function BeforeConcert({ checkUps }: { checkUps: readonly KeptCheckUp[] }) {
  const instrument = useInstrument();
  const onBoard = useOnBoard();
  const now = useSeconds();
  const [saved, setSaved] = useState<number | null>(null);
  useEffect(() => {
    daysSaved(Date.now()).then(setSaved, (e: unknown) => notify(storageWords(e)));
  }, []);
  const last = checkUps.at(-1);
  const ill = last
    ? instrument.sensors.filter((s) => ['redo', 'doubt'].includes(verdictOf(s, last.lanes).state)).length
    : 0;
  const fresh = last !== undefined && now - Date.parse(last.at) < DAY_MS;
  const digests = instrument.boards.map(
    (board) => identityOf(instrument, board, compile(instrument, board)).digest,
  );
  const points: Point[] = [
    {
      well: fresh && ill === 0,
      says: !last
        ? 'Do a check-up.'
        : !fresh
          ? 'The last check-up is over a day old.'
          : ill > 0
            ? `At the last check-up ${ill} sensors were not as they were.`
            : 'The check-up found all as it was.',
    },
    {
      well: onBoard !== null && digests.includes(onBoard.digest),
      says:
        onBoard === null
          ? 'No board has told which settings it has: open its cable once.'
          : digests.includes(onBoard.digest)
            ? 'The board has the settings that stand here.'
            : 'The board has other settings than stand here: send them (Load, L).',
    },
    {
      well: saved !== null && saved < 7,
      says:
        saved === null
          ? 'Nothing was ever saved outside this browser (Bench).'
          : `Everything was saved outside this browser ${saved === 0 ? 'today' : `${saved} days ago`}.`,
    },
    ...(instrument.batteryMah === undefined
      ? []
      : [{ well: null, says: 'Charge the battery; take a second one.' }]),
    {
      well: null,
      says: 'A second cable, a second mouthpiece or membrane, and the calibration record in the case.',
    },
    {
      well: null,
      says: 'On the spot: let it take the room’s temperature, switch it on untouched, begin with the monitor low.',
    },
  ];
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
