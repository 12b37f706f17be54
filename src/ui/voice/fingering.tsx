'use client';

import Button from '@mui/material/Button';
import { useMemo, useRef } from 'react';
import type { FingeringPitch } from '@/core/instrument/voices';
import { noteName } from '@/core/midi/words';
import { fingeringFor } from '@/core/prove/transition-risk';
import { fingersOf } from '@/core/stages/fingers';
import { startingFrom, startingTables } from '@/core/stages/fingering-tables';
import { useKey } from '../hooks/use-key';
import { useInstrument } from '../hooks/use-session';
import { MenuButton } from '../parts/menu-button';
import { FingeringRow, FingerSigns } from './fingering-row';
import { FingeringRisk } from './fingering-risk';
import { useHeldFingers } from './use-held-fingers';
import styles from './voice.module.css';

/** Which fingers play which note: made by playing, by clicking, by typing. */
export function Fingering({
  pitch,
  change,
}: {
  pitch: FingeringPitch;
  change: (next: FingeringPitch) => void;
}) {
  const instrument = useInstrument();
  const fingers = useMemo(() => fingersOf(instrument, pitch.fingers), [instrument, pitch.fingers]);
  const held = useHeldFingers(fingers);
  const rows = useRef<HTMLOListElement>(null);
  const { table } = pitch;
  const now = fingeringFor(table, held);
  const setTable = (next: FingeringPitch['table']) => change({ ...pitch, table: next });
  const focusNote = (row: number) =>
    requestAnimationFrame(() =>
      rows.current?.querySelectorAll<HTMLInputElement>('[role=spinbutton]')[row]?.focus(),
    );
  const take = () => {
    const known = table.findIndex(({ keys }) => keys === held);
    if (known >= 0) return focusNote(known);
    setTable([{ keys: held, note: nextNote(table) }, ...table]);
    focusNote(0);
  };
  useKey('enter', take, { preventDefault: true });
  const groups = pitch.fingers.map(
    ({ source }) => fingers.filter(({ sensor }) => sensor.id === source.sensor).length,
  );
  return (
    <section className={styles.fingering} aria-label="Fingering">
      <div className={styles.caption}>
        <h2>Fingering</h2>
        <span>Hold it, press Enter, type its note.</span>
        <MenuButton
          button={(open) => (
            <Button variant="text" aria-haspopup="menu" onClick={open}>
              Begin from …
            </Button>
          )}
          choices={startingTables(fingers.length).map((own) => ({
            key: own.name,
            words: own.name,
            run: () => change(startingFrom(pitch, own, groups)),
          }))}
        />
      </div>
      <div className={styles.heldNow}>
        <FingerSigns keys={held} />
        <strong>{now < 0 ? '–' : noteName(Math.round(table[now].note))}</strong>
        <span>{now < 0 ? 'in no fingering' : `fingering ${now + 1}`}</span>
        <Button variant="contained" onClick={take}>
          Take it&nbsp;<kbd>Enter</kbd>
        </Button>
      </div>
      <ol ref={rows}>
        {table.map((entry, i) => (
          <FingeringRow
            key={entry.keys}
            entry={entry}
            sounds={i === now}
            set={(next) => setTable(table.map((own, k) => (k === i ? next : own)))}
            remove={table.length > 1 ? () => setTable(table.filter((_, k) => k !== i)) : undefined}
            taken={(keys) => table.some((own) => own.keys === keys)}
          />
        ))}
      </ol>
      <FingeringRisk pitch={pitch} />
    </section>
  );
}

/** The next semitone above the highest that is in the table. */
const nextNote = (table: FingeringPitch['table']): number =>
  Math.min(127, Math.floor(Math.max(...table.map(({ note }) => note))) + 1);
