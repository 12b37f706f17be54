'use client';

import IconButton from '@mui/material/IconButton';
import DeleteOutlined from '@mui/icons-material/DeleteOutlined';
import Link from 'next/link';
import type { Instrument } from '@/core/instrument/document';
import type { KeptInstrument } from '@/store/database';
import { useSeconds } from '../hooks/use-seconds';
import { GestureMark } from '../parts/gesture-mark';
import { agoWords } from '../parts/words';
import { measuredWords } from '../parts/measured-words';
import { nextStep } from './next-step';
import { removeWithWords } from './remove-with-words';
import styles from './bench.module.css';

/** An instrument drawn from its own data: its gesture marks, what is done, what to do next. */
export function InstrumentCard({ kept, instrument }: { kept: KeptInstrument; instrument: Instrument }) {
  const now = useSeconds();
  const next = nextStep(instrument);
  return (
    <article className={styles.card}>
      <Link href={`/i/${kept.id}`}>
        <h2>{instrument.name}</h2>
        <p>{instrument.about || instrument.boards[0].name}</p>
        <ul>
          {instrument.sensors.map((s) => (
            <li key={s.id}>
              <GestureMark sensor={s} width={72} /> {s.name}
              <small>{measuredWords(s)}</small>
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
          onClick={() => removeWithWords(kept.id, instrument.name)}
        >
          <DeleteOutlined fontSize="small" />
        </IconButton>
      </footer>
    </article>
  );
}
