'use client';

import DeleteOutlined from '@mui/icons-material/DeleteOutlined';
import IconButton from '@mui/material/IconButton';
import type { FingeringEntry } from '@/core/instrument/voices';
import { NoteField } from '../parts/note-field';
import { FingerSigns, freeSigns } from './finger-signs';

/** One fingering: its fingers, which a click changes, and its note. */
export function FingeringRow({
  entry,
  sounds,
  picked,
  pick,
  set,
  remove,
  taken,
}: {
  entry: FingeringEntry;
  /** Whether it is held now. */
  sounds: boolean;
  /** Whether it is the one that the face shows. */
  picked: boolean;
  pick: () => void;
  set: (next: FingeringEntry) => void;
  remove?: () => void;
  /** Whether another fingering has these signs. */
  taken: (keys: string) => boolean;
}) {
  const change = (asked: string) => {
    const keys = freeSigns(entry.keys, asked, taken);
    if (keys !== null) set({ ...entry, keys });
  };
  return (
    <li data-sounds={sounds} data-picked={picked} onFocus={pick} onClick={pick}>
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
