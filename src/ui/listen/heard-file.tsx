'use client';

import Button from '@mui/material/Button';
import { useRef, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import type { LaneReadings, Listened } from '@/core/listen/listen';
import { analysisLink, Stopped } from '@/workers/analysis-link';
import { useInstrument } from '../hooks/use-session';
import { notify } from '../parts/notice';
import { Headline } from '../parts/station';
import styles from './listen.module.css';

/** A recording from a file, as it was listened to. */
export interface HeardFile {
  name: string;
  listened: Listened;
  leftOut: string | null;
}

/** Lets a file be chosen and listens to it, by button and by key. */
export function ListenToFile({ set }: { set: (file: HeardFile) => void }) {
  const instrument = useInstrument();
  const input = useRef<HTMLInputElement>(null);
  const [share, setShare] = useState<number | null>(null);
  useHotkeys('l', () => input.current?.click());
  const read = async (file: File) => {
    setShare(0);
    try {
      const heard = await analysisLink.listenToFile(instrument, file, setShare);
      if (heard.ok) set({ name: file.name, ...heard.value });
      else notify(heard.faults[0].says);
    } catch (error) {
      if (!(error instanceof Stopped)) throw error;
      notify(`${file.name} was not read to its end. Nothing has changed.`);
    }
    setShare(null);
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        accept=".csv,.txt,.tsv,.log"
        hidden
        aria-label="Recording to listen to"
        onChange={(e) => {
          const [file] = e.target.files ?? [];
          if (file) void read(file);
          e.target.value = '';
        }}
      />
      {share === null ? (
        <Button variant="text" onClick={() => input.current?.click()}>
          Listen to a file{'\u00a0'}
          <kbd>L</kbd>
        </Button>
      ) : (
        <Button variant="outlined" onClick={() => analysisLink.stop()}>
          Reading, {Math.round(100 * share)} %: stop
        </Button>
      )}
    </>
  );
}

const COLUMNS: [string, (l: LaneReadings) => string][] = [
  ['rest', (l) => l.rest.toFixed(1)],
  ['noise, 1 σ', (l) => l.noise.toFixed(2)],
  ['excursion', (l) => l.excursion.toFixed(0)],
  ['drift, a minute', (l) => (l.driftPerMinute === null ? '–' : l.driftPerMinute.toFixed(1))],
  ['range', (l) => (l.moves ? `${Math.round(100 * l.range)} %` : 'not played')],
  ['levels', (l) => (l.moves ? String(l.levels) : '–')],
  ['mains', (l) => (l.hum ? `${l.hum.amplitude.toFixed(1)} at ${l.hum.hz} Hz` : '–')],
];

/** What every lane of a file reads, in counts unless said. */
export function FileReadings({ file, leave }: { file: HeardFile; leave: () => void }) {
  const { timing, lanes, contacts } = file.listened;
  return (
    <>
      <Headline
        says={file.name}
        under={
          (timing
            ? `${timing.seconds.toFixed(1)} s at ${timing.rateHz.toFixed(0)} frames a second, ${timing.lost} lost. Counts, unless said. `
            : '') + (file.leftOut ?? '')
        }
        side={
          <Button variant="outlined" onClick={leave}>
            Back to the board
          </Button>
        }
      />
      <div className={styles.readings} tabIndex={0} role="region" aria-label="Readings">
        <table>
          <thead>
            <tr>
              <th scope="col">lane</th>
              {COLUMNS.map(([name]) => (
                <th key={name} scope="col">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {lanes.map((lane) => (
              <tr key={lane.column}>
                <th scope="row">{lane.lane}</th>
                {COLUMNS.map(([name, of]) => (
                  <td key={name}>{of(lane)}</td>
                ))}
              </tr>
            ))}
            {contacts.map((c) => (
              <tr key={c.contact}>
                <th scope="row">{c.contact}</th>
                <td colSpan={COLUMNS.length}>
                  {c.presses} presses, bounces of up to {c.bounceMs.toFixed(1)} ms
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
}
