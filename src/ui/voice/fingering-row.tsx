'use client';

import DeleteOutlined from '@mui/icons-material/DeleteOutlined';
import IconButton from '@mui/material/IconButton';
import type { FingeringEntry } from '@/core/instrument/voices';
import { NoteField } from '../parts/note-field';
import styles from './voice.module.css';

const SAYS: Readonly<Record<string, string>> = { 1: 'down', 0: 'up', x: 'either' };
/** What a click makes of a sign. */
const NEXT: Readonly<Record<string, string>> = { 1: '0', 0: 'x', x: '1' };

/** Fingers as dots: full where they are down, open where they are up, a dash where it does not matter. */
export function FingerSigns({ keys, set }: { keys: string; set?: (keys: string) => void }) {
  return (
    <span className={styles.signs}>
      {Array.from(keys, (sign, i) =>
        set ? (
          <button
            key={i}
            type="button"
            data-sign={sign}
            aria-label={`Finger ${i + 1}: ${SAYS[sign]}`}
            onClick={() => set(keys.slice(0, i) + NEXT[sign] + keys.slice(i + 1))}
          />
        ) : (
          <i key={i} data-sign={sign} />
        ),
      )}
    </span>
  );
}

/** One fingering: its fingers, which a click changes, and its note. */
export function FingeringRow({
  entry,
  sounds,
  set,
  remove,
  taken,
}: {
  entry: FingeringEntry;
  /** Whether it is held now. */
  sounds: boolean;
  set: (next: FingeringEntry) => void;
  remove?: () => void;
  /** Whether another fingering has these signs. */
  taken: (keys: string) => boolean;
}) {
  // What another has already is passed over.
  const change = (keys: string) => {
    if (!taken(keys)) return set({ ...entry, keys });
    const at = Array.from(keys).findIndex((sign, i) => sign !== entry.keys[i]);
    const further = keys.slice(0, at) + NEXT[keys[at]] + keys.slice(at + 1);
    if (!taken(further)) set({ ...entry, keys: further });
  };
  return (
    <li data-sounds={sounds}>
      <FingerSigns keys={entry.keys} set={change} />
      <NoteField
        label={`Note of ${entry.keys}`}
        value={Math.round(entry.note)}
        set={(note) => set({ ...entry, note })}
      />
      {remove && (
        <IconButton size="small" aria-label={`Remove ${entry.keys}`} onClick={remove}>
          <DeleteOutlined fontSize="small" />
        </IconButton>
      )}
    </li>
  );
}
