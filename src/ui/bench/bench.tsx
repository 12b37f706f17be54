'use client';

import Button from '@mui/material/Button';
import { useLiveQuery } from 'dexie-react-hooks';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { useKey } from '../hooks/use-key';
import { ErrorBoundary } from 'react-error-boundary';
import { importInstrument, readKept, seedDemo } from '@/store/bench';
import { database, whenBlocked } from '@/store/database';
import { LONGEST_INSTRUMENT, TOO_LARGE } from '@/core/exchange/instrument-json';
import { refuse, type Fault, type Result } from '@/core/result';
import { sweepPieces } from '@/store/takes';
import { BLOCKED, storageWords } from '@/store/trouble';
import { useSchemeKey } from '../hooks/use-scheme-key';
import { InstrumentCard } from './instrument-card';
import { UnreadableCard } from './unreadable-card';
import { NewInstrument } from './new-instrument';
import styles from './bench.module.css';
import { useFilePicker } from '../parts/use-file-picker';
import { notify } from '../parts/notice';

const fetchDemo = async () => (await fetch('/api/demo')).json();

/** The instruments on the bench. */
export function Bench() {
  const router = useRouter();
  const [naming, setNaming] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const kept = useLiveQuery(() =>
    database()
      .instruments.orderBy('changedAt')
      .reverse()
      .toArray()
      .then((rows) => rows.map((row) => ({ row, read: readKept(row) })))
      .catch((e) => setTrouble(storageWords(e))),
  );
  useSchemeKey();
  useKey('n', () => setNaming(true), { preventDefault: true });
  useEffect(() => {
    whenBlocked(() => setTrouble(BLOCKED));
    seedDemo(fetchDemo)
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

  return (
    <div className={styles.bench}>
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
        {kept?.length === 0 && <p>The bench is empty. Press N to begin an instrument, or import one.</p>}
        {kept === undefined && !trouble && <p>Opening the bench…</p>}
      </main>
      <NewInstrument
        open={naming}
        close={() => setNaming(false)}
        made={(id) => router.push(`/i/${id}/plan`)}
      />
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
