'use client';

import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import { counted } from '@/core/units/counted';
import type { Brought } from '@/store/backup/read-backup';
import { daysOnlyHere, noteSavedOutside } from '@/store/saved-outside';
import { storageWords } from '@/store/trouble';
import { download } from '../parts/download';
import { useFilePicker } from '../parts/use-file-picker';
import styles from './bench.module.css';

/** All instruments, takes, recordings, pictures and versions in one file, out and in; a word where they lie only here. */
export function Everything() {
  const [share, setShare] = useState<number | null>(null);
  const [says, setSays] = useState<string[]>([]);
  const [days, setDays] = useState<number | null>(null);
  useEffect(() => {
    daysOnlyHere(Date.now()).then(setDays, (e: unknown) => setSays([storageWords(e)]));
  }, []);
  const working = async (work: () => Promise<string[]>) => {
    setShare(0);
    setSays(await work().catch((e: unknown) => [`It was not done. ${storageWords(e)}`]));
    setShare(null);
  };
  const save = () =>
    working(async () => {
      const { saveEverything } = await import('@/store/backup/backup-link');
      const file = await saveEverything(setShare);
      download(`cheironom-${new Date().toISOString().slice(0, 10)}.jsonl.gz`, file);
      await noteSavedOutside();
      setDays(null);
      return [`Everything is in one file of ${(file.size / 1e6).toFixed(1)} MB. Keep it on another disk.`];
    });
  const bring = (file: File) =>
    working(async () => {
      const { bringEverything } = await import('@/store/backup/backup-link');
      return broughtWords(await bringEverything(file, setShare));
    });
  const picker = useFilePicker('File of everything', '.gz,application/gzip', ([file]) => void bring(file));
  return (
    <section className={styles.everything} aria-label="Everything in one file">
      {days !== null && (
        <p role="status">
          For {days} days nothing was saved outside this browser. A cleared browser would lose it.
        </p>
      )}
      <div>
        <Button
          variant={days === null ? 'text' : 'outlined'}
          disabled={share !== null}
          onClick={() => void save()}
        >
          Save everything in one file
        </Button>
        <Button disabled={share !== null} onClick={picker.open}>
          Bring everything in
        </Button>
        {picker.field}
        {share !== null && <progress value={share} max={1} aria-label="How far it is" />}
      </div>
      {says.length > 0 && (
        <ul aria-live="polite">
          {says.slice(0, MOST_SAID).map((own) => (
            <li key={own}>{own}</li>
          ))}
          {says.length > MOST_SAID && <li>And {says.length - MOST_SAID} more.</li>}
        </ul>
      )}
    </section>
  );
}

const MOST_SAID = 8;

function broughtWords({ came, beside, there, records, damaged }: Brought): string[] {
  return [
    ...(came.length > 0 ? [`Came: ${came.join(', ')}.`] : []),
    ...(beside.length > 0 ? [`Came beside what is here, which stays as it is: ${beside.join(', ')}.`] : []),
    ...(there.length > 0 ? [`Here already, the same: ${there.join(', ')}.`] : []),
    ...(records > 0
      ? [
          `With ${counted(records, 'take, version, picture or record', 'takes, versions, pictures and records')}.`,
        ]
      : []),
    ...damaged,
  ];
}
