'use client';

import Button from '@mui/material/Button';
import { useLiveQuery } from 'dexie-react-hooks';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { importInstrument, seedDemo } from '@/store/bench';
import { database } from '@/store/database';
import { storageWords } from '@/store/trouble';
import { useSchemeKey } from '../hooks/use-scheme-key';
import { InstrumentCard } from './instrument-card';
import { NewInstrument } from './new-instrument';
import styles from './bench.module.css';
import { notify } from '../parts/notice';

const fetchDemo = async () => (await fetch('/api/demo')).json();

/** The instruments on the bench. */
export function Bench() {
  const router = useRouter();
  const [naming, setNaming] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const file = useRef<HTMLInputElement>(null);
  const kept = useLiveQuery(() =>
    database()
      .instruments.orderBy('changedAt')
      .reverse()
      .toArray()
      .catch((e) => setTrouble(storageWords(e))),
  );
  useSchemeKey();
  useHotkeys('n', () => setNaming(true), { preventDefault: true });
  useHotkeys('i', () => file.current?.click());
  useEffect(() => {
    seedDemo(fetchDemo).catch((e) => setTrouble(storageWords(e)));
  }, []);

  const take = async (chosen: File | undefined) => {
    if (!chosen) return;
    const read = await importInstrument(await chosen.text()).catch((e: unknown) => ({
      ok: false as const,
      faults: [{ path: '', says: storageWords(e) }],
    }));
    if (read.ok) return router.push(`/i/${read.value}`);
    const [first, ...more] = read.faults;
    notify(
      `${first.path ? `${first.path}: ` : ''}${first.says}${more.length > 0 ? ` And ${more.length} more.` : ''} Nothing was imported.`.replace(
        'Nothing was imported. Nothing',
        'Nothing',
      ),
    );
  };

  return (
    <div className={styles.bench}>
      <header>
        <h1>Cheironom</h1>
        <p>From raw sensor counts to music, and to the board.</p>
        <div>
          <Button variant="contained" onClick={() => setNaming(true)}>
            New instrument&nbsp;<kbd>N</kbd>
          </Button>
          <Button onClick={() => file.current?.click()}>
            Import&nbsp;<kbd>I</kbd>
          </Button>
          <input
            ref={file}
            type="file"
            accept=".json,application/json"
            hidden
            aria-label="Instrument file"
            onChange={(e) => void take(e.target.files?.[0])}
          />
        </div>
      </header>
      {trouble && (
        <p className={styles.trouble} role="alert">
          {trouble}
        </p>
      )}
      <main className={styles.cards}>
        {kept?.map((k) => (
          <InstrumentCard key={k.id} kept={k} />
        ))}
        {kept?.length === 0 && <p>The bench is empty. Press N to begin an instrument, or import one.</p>}
        {kept === undefined && !trouble && <p>Opening the bench…</p>}
      </main>
      <NewInstrument
        open={naming}
        close={() => setNaming(false)}
        made={(id) => router.push(`/i/${id}/calibrate`)}
      />
    </div>
  );
}
