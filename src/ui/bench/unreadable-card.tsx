'use client';

import Button from '@mui/material/Button';
import type { KeptInstrument } from '@/store/database';
import { download } from '../parts/download';
import { removeWithWords } from './remove-with-words';
import styles from './bench.module.css';

/** An instrument that is kept but cannot be read: nothing of it is changed; it can be taken away as it is, or removed. */
export function UnreadableCard({ kept, why }: { kept: KeptInstrument; why: string }) {
  const id = String(kept.id);
  const raw = () =>
    download(`${id}-as-kept.json`, JSON.stringify(kept.document, null, 2), 'application/json');
  return (
    <article className={styles.card}>
      <div className={styles.unreadable}>
        <h2>{id}</h2>
        <p>This instrument cannot be read. Nothing of it was changed.</p>
        <p>
          <small>{why}</small>
        </p>
      </div>
      <footer>
        <Button onClick={raw}>Export it as it is</Button>
        <Button color="error" onClick={() => removeWithWords(id, id)}>
          Remove it
        </Button>
      </footer>
    </article>
  );
}
