'use client';

import { useState } from 'react';
import { BOARD_FAULTS, COLUMN_FAULTS, type ColumnFault, type Fault } from '@/board/faults';
import { allColumns } from '@/core/instrument/access';
import { practises } from '@/session/live-state';
import { useInstrument, useLive, useSession } from '../hooks/use-session';
import styles from './listen.module.css';

const HIDDEN = 3;

/** Faults to practise on: three that are hidden, somewhere, until they are shown. Only a practice board can have them. */
export function HiddenFaults() {
  const session = useSession();
  const instrument = useInstrument();
  const practice = useLive(practises);
  const faults = useLive((s) => s.faults);
  const [shown, setShown] = useState(false);
  const columns = allColumns(instrument);
  const set = (next: Fault[]) => {
    session.break(next);
    setShown(false);
  };
  if (!practice || columns.length === 0) return null;
  const laneOf = (column: number) => {
    const sensor = instrument.sensors.find((s) => s.lanes.some((l) => l.column === columns[column]));
    const lane = sensor?.lanes.find((l) => l.column === columns[column]);
    return sensor && sensor.lanes.length > 1 ? `${sensor.name}, ${lane?.id}` : sensor?.name;
  };
  return (
    <section className={styles.hidden} aria-label="Practise finding faults">
      {faults.length === 0 ? (
        <button type="button" onClick={() => set(hidden(columns.length))}>
          Hide three faults in the practice board, and find them
        </button>
      ) : (
        <>
          <button type="button" onClick={() => setShown(true)} disabled={shown}>
            Show the three
          </button>
          <button type="button" onClick={() => set([])}>
            Mend them
          </button>
          {shown && (
            <ul>
              {faults.map((f) => (
                <li key={JSON.stringify(f)}>
                  {'column' in f
                    ? `${laneOf(f.column)}: ${COLUMN_FAULTS[f.is]}`
                    : `The stream: ${BOARD_FAULTS[f.is]}`}
                </li>
              ))}
            </ul>
          )}
        </>
      )}
    </section>
  );
}

/** Three different faults on three columns, or two and one of the stream. Swapped wires are found by the self-test, not here. */
function hidden(columns: number): Fault[] {
  const kinds = (Object.keys(COLUMN_FAULTS) as ColumnFault[]).filter(
    (k) => k !== 'swapped' && k !== 'crosstalk',
  );
  const pick = <T,>(from: T[]): T => from.splice(Math.floor(Math.random() * from.length), 1)[0];
  const places = Array.from({ length: columns }, (_, i) => i);
  const stream: Fault[] = Math.random() < 0.5 ? [{ is: Math.random() < 0.5 ? 'freezes' : 'lost' }] : [];
  const count = Math.min(columns, HIDDEN - stream.length);
  return [
    ...stream,
    ...Array.from({ length: count }, (): Fault => ({ is: pick(kinds), column: pick(places) })),
  ];
}
