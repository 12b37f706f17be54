'use client';

import Button from '@mui/material/Button';
import { useLiveQuery } from 'dexie-react-hooks';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { useKey, useSymbolKey } from '../hooks/use-key';
import { ErrorBoundary } from 'react-error-boundary';
import { beginInstrument, importInstrument, restoreDemo, seedDemo } from '@/store/bench';
import { readKept } from '@/store/kept-instrument';
import { database, whenBlocked } from '@/store/database';
import { LONGEST_INSTRUMENT, TOO_LARGE } from '@/core/exchange/document/instrument-json';
import { refuse, type Fault, type Result } from '@/core/result';
import { sweepRemoved } from '@/store/removed';
import { sweepPieces } from '@/store/takes';
import { BLOCKED, storageWords } from '@/store/trouble';
import { beginAtOnce } from '../hooks/use-first-run';
import { useSchemeKey } from '../hooks/use-scheme-key';
import { InstrumentCard } from './instrument-card';
import { UnreadableCard } from './unreadable-card';
import { RemovedInstruments } from './removed-instruments';
import styles from './bench.module.css';
import { useFilePicker } from '../parts/use-file-picker';
import { notify } from '../parts/notice';
import { TypedAhead } from '../parts/typed-ahead';

/** Fetched when they are first asked for. */
const KeyPanel = dynamic(() => import('../frame/key-panel').then((m) => m.KeyPanel), { ssr: false });
const Everything = dynamic(() => import('./everything').then((m) => m.Everything), { ssr: false });
const NewInstrument = dynamic(() => import('./new-instrument').then((m) => m.NewInstrument), {
  ssr: false,
  loading: TypedAhead,
});

const fetchDemo = async () => (await fetch('/api/demo')).json();

/** The instruments on the bench. */
export function Bench() {
  const router = useRouter();
  const [naming, setNaming] = useState(false);
  const [keys, setKeys] = useState(false);
  const [opened, setOpened] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const kept = useLiveQuery(() =>
    database()
      .instruments.orderBy('changedAt')
      .reverse()
      .filter((row) => row.removedAt === undefined)
      .toArray()
      .then((rows) => rows.map((row) => ({ row, read: readKept(row) })))
      .catch((e) => setTrouble(storageWords(e))),
  );
  useSchemeKey();
  const first = async () => {
    const id = await beginInstrument('First sound').catch((e: unknown) => setTrouble(storageWords(e)));
    if (!id) return;
    beginAtOnce(id);
    router.push(`/i/${id}/calibrate`);
  };
  useKey('n', () => setNaming(true), { preventDefault: true });
  useKey('f', () => void first(), { preventDefault: true });
  useSymbolKey(['?'], () => setKeys(true));
  useEffect(() => {
    whenBlocked(() => setTrouble(BLOCKED));
    seedDemo(fetchDemo)
      .then(() => setOpened(true))
      .then(() => sweepRemoved())
      .then(() => sweepPieces())
      .catch((e) => setTrouble(storageWords(e)));
  }, []);

  const take = async (chosen: File) => {
    const read = await importFile(chosen);
    if (read.ok) router.push(`/i/${read.value}`);
    else notify(faultWords(read.faults));
  };
  const picker = useFilePicker('Instrument file', '.json,application/json', ([chosen]) => void take(chosen));
  useKey('i', picker.open);

  const restore = () =>
    restoreDemo(fetchDemo).then(
      (came) =>
        notify(
          came.length > 0 ? `Back on the bench: ${came.join(', ')}.` : 'They are all on the bench already.',
        ),
      (e: unknown) => setTrouble(storageWords(e)),
    );

  return (
    <div className={styles.bench}>
      <title>Bench · Cheironom</title>
      <header>
        <h1>Cheironom</h1>
        <p>From raw sensor counts to music, and to the board.</p>
        <div>
          <Button variant="contained" onClick={() => setNaming(true)}>
            New instrument&nbsp;<kbd>N</kbd>
          </Button>
          <Button onClick={picker.open}>
            Import&nbsp;<kbd>I</kbd>
          </Button>
          {picker.field}
        </div>
      </header>
      <section aria-label="First sound" className={styles.first}>
        New here?{' '}
        <Button variant="outlined" onClick={() => void first()}>
          First sound&nbsp;<kbd>F</kbd>
        </Button>{' '}
        One sensor, on the practice board or on your own: play what it asks, <kbd>Enter</kbd> takes it,{' '}
        <kbd>S</kbd> lets you hear it. A minute.
      </section>
      {trouble && (
        <p className={styles.trouble} role="alert">
          {trouble}
        </p>
      )}
      <main className={styles.cards}>
        {kept?.map(({ row, read }) => (
          <ErrorBoundary key={row.id} fallback={<UnreadableCard kept={row} why="It cannot be drawn." />}>
            {read.ok ? (
              <InstrumentCard kept={row} instrument={read.value} />
            ) : (
              <UnreadableCard
                kept={row}
                why={`First fault, ${read.faults[0].path}: ${read.faults[0].says}.`}
              />
            )}
          </ErrorBoundary>
        ))}
        {kept?.length === 0 && opened && (
          <p>Nothing lies here now. Press N to begin an instrument, or I to import one.</p>
        )}
        {(kept === undefined || (kept.length === 0 && !opened)) && !trouble && <p>Opening the bench…</p>}
      </main>
      <RemovedInstruments />
      <footer>
        <Everything />
        <Button onClick={() => void restore()}>Restore the demonstrations</Button>
        <Button onClick={() => setKeys(true)}>
          Keys&nbsp;<kbd>?</kbd>
        </Button>
      </footer>
      {keys && <KeyPanel at="bench" close={() => setKeys(false)} />}
      {naming && <NewInstrument close={() => setNaming(false)} made={(id) => router.push(`/i/${id}/plan`)} />}
    </div>
  );
}

/** Imports an instrument from a file, unless it is far too large for one. */
async function importFile(chosen: File): Promise<Result<string>> {
  if (chosen.size > LONGEST_INSTRUMENT) return refuse({ path: '', says: TOO_LARGE });
  return chosen
    .text()
    .then(importInstrument)
    .catch((error: unknown) => refuse({ path: '', says: `${storageWords(error)} Nothing was imported.` }));
}

/** The first fault, and how many more there are. */
function faultWords([first, ...more]: readonly Fault[]): string {
  const where = first.path ? `${first.path}: ` : '';
  const others = more.length > 0 ? ` And ${more.length} more.` : '';
  const nothing = first.says.includes('Nothing was imported') ? '' : ' Nothing was imported.';
  return `${where}${first.says}${others}${nothing}`;
}
