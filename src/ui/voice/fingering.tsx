'use client';

import Button from '@mui/material/Button';
import { useMemo, useRef, useState } from 'react';
import type { FingeringPitch } from '@/core/instrument/voices';
import { noteName } from '@/core/midi/words';
import { fingeringFor } from '@/core/prove/transition-risk';
import { fingersOf } from '@/core/stages/fingers';
import { startingFrom, startingTables } from '@/core/stages/fingering-tables';
import { useKey } from '../hooks/use-key';
import { useInstrument } from '../hooks/use-session';
import { MenuButton } from '../parts/menu-button';
import { freeSigns } from './finger-signs';
import { FingeringFace } from './fingering-face';
import { FingeringRow } from './fingering-row';
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
  const [picked, setPicked] = useState<string | null>(null);
  const { table } = pitch;
  // What is played goes before what was clicked.
  const shown = picked === null || held.includes('1') ? held : picked;
  const row = table.findIndex(({ keys }) => keys === shown);
  const now = row >= 0 ? row : fingeringFor(table, shown.replaceAll('x', '0'));
  const setTable = (next: FingeringPitch['table']) => change({ ...pitch, table: next });
  const focusNote = (row: number) =>
    requestAnimationFrame(() =>
      rows.current?.querySelectorAll<HTMLInputElement>('[role=spinbutton]')[row]?.focus(),
    );
  const take = () => {
    setPicked(shown);
    if (row >= 0) return focusNote(row);
    setTable([{ keys: shown, note: nextNote(table) }, ...table]);
    focusNote(0);
  };
  const taken = (keys: string) => table.some((own) => own.keys === keys);
  /** A finger on the face was clicked: of the fingering that is shown, else of one to be taken. */
  const setShown = (asked: string) => {
    const keys = row < 0 ? asked : freeSigns(shown, asked, taken);
    if (keys === null) return;
    if (row >= 0) setTable(table.map((own, k) => (k === row ? { ...own, keys } : own)));
    setPicked(keys);
  };
  useKey('enter', take, { preventDefault: true });
  const groups = pitch.fingers.map(
    ({ source }) => fingers.filter(({ sensor }) => sensor.id === source.sensor).length,
  );
  return (
    <section className={styles.fingering} aria-label="Fingering">
      <div className={styles.caption}>
        <h2>Fingering</h2>
        <span>Hold it, press Enter, type its note. Or click the fingers, as they lie.</span>
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
        <FingeringFace fingers={fingers} keys={shown} set={setShown} />
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
            sounds={i === now && shown === held}
            picked={entry.keys === shown && shown === picked}
            pick={() => setPicked(entry.keys)}
            set={(next) => {
              setTable(table.map((own, k) => (k === i ? next : own)));
              setPicked(next.keys);
            }}
            remove={table.length > 1 ? () => setTable(table.filter((_, k) => k !== i)) : undefined}
            taken={taken}
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
