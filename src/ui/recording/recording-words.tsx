'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { tagsIn } from '@/core/exchange/takes/recording-words';
import { useWorkspace } from '../hooks/use-session';
import { Field, Lines } from '../parts/field';
import type { Shown } from './shown';
import { useDescribe } from './use-describe';
import styles from './recording.module.css';

/** Name, tags and notes of a recording, each kept when its field is left. */
export function RecordingWords({ shown, show }: { shown: Shown; show: (next: Shown) => void }) {
  const readOnly = useWorkspace((s) => s.readOnly);
  const describe = useDescribe(shown, show);
  const { name, tags, notes } = shown.words;
  return (
    <section className={styles.words} aria-label="About this recording">
      <Words
        label="Name"
        value={name}
        set={(v) => v.trim() !== '' && describe({ name: v.trim() })}
        off={readOnly}
      />
      <Words
        label="Tags, parted by commas"
        value={tags.join(', ')}
        set={(v) => describe({ tags: tagsIn(v) })}
        off={readOnly}
      />
      <Words label="Notes" value={notes} set={(v) => describe({ notes: v })} off={readOnly} lines />
    </section>
  );
}

/** A text that is taken when its field is left or Enter is pressed; Escape puts back what was there. */
function Words({
  label,
  value,
  set,
  off,
  lines = false,
}: {
  label: string;
  value: string;
  set: (value: string) => void;
  off: boolean;
  lines?: boolean;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const take = () => {
    if (typed !== null && typed !== value) set(typed);
    setTyped(null);
  };
  const own = {
    ...{ label, wide: true, disabled: off, value: typed ?? value, onBlur: take },
    onChange: (e: { target: { value: string } }) => setTyped(e.target.value),
    onKeyDown: (e: React.KeyboardEvent) => {
      if (e.key === 'Escape') setTyped(null);
      if (e.key === 'Enter' && !lines) (e.target as HTMLElement).blur();
    },
  };
  return lines ? <Lines {...own} /> : <Field {...own} />;
}

/** Keeps what is not kept yet. */
export function KeepButton({ keep, keeping }: { keep: () => void; keeping: number | null }) {
  return (
    <Button variant="contained" onClick={keep} disabled={keeping !== null}>
      {keeping === null ? (
        <>
          Keep it{'\u00a0'}
          <kbd>Enter</kbd>
        </>
      ) : (
        `Keeping, ${Math.round(100 * keeping)} %`
      )}
    </Button>
  );
}
