'use client';

import IconButton from '@mui/material/IconButton';
import DeleteOutlined from '@mui/icons-material/DeleteOutlined';
import Link from 'next/link';
import type { KeptInstrument } from '@/store/database';
import { bringBack, removeInstrument } from '@/store/bench';
import { storageWords } from '@/store/trouble';
import { useSeconds } from '../hooks/use-seconds';
import { GestureMark } from '../parts/gesture-mark';
import { agoWords } from '../parts/words';
import { nextStep } from './next-step';
import styles from './bench.module.css';
import { notify } from '../parts/notice';

/** An instrument drawn from its own data: its gesture marks, what is done, what to do next. */
export function InstrumentCard({ kept }: { kept: KeptInstrument }) {
  const { document: instrument } = kept;
  const now = useSeconds();
  const next = nextStep(instrument);
  const remove = async () => {
    const removed = await removeInstrument(kept.id);
    if (!removed) return;
    notify(`${instrument.name} and its takes are removed.`, {
      word: 'Bring it back',
      run: () => void bringBack(removed).catch(refused),
    });
  };
  const refused = (error: unknown) => notify(storageWords(error));
  return (
    <article className={styles.card}>
      <Link href={`/i/${kept.id}`}>
        <h2>{instrument.name}</h2>
        <p>{instrument.about || `${instrument.board.bits}-bit board`}</p>
        <ul>
          {instrument.sensors.map((s) => (
            <li key={s.id}>
              <GestureMark sensor={s} width={72} /> {s.name}
              <small>
                {s.calibration
                  ? `rest ${s.calibration.rest.toFixed(0)}, reach ${s.calibration.reach.up}`
                  : 'not measured yet'}
              </small>
            </li>
          ))}
        </ul>
        <p className={styles.next}>
          Next: <b>{next.says}</b>
        </p>
      </Link>
      <footer>
        changed {now > 0 ? agoWords(now - Date.parse(kept.changedAt)) : ''}
        <IconButton
          size="small"
          aria-label={`Remove ${instrument.name}`}
          onClick={() => void remove().catch(refused)}
        >
          <DeleteOutlined fontSize="small" />
        </IconButton>
      </footer>
    </article>
  );
}
