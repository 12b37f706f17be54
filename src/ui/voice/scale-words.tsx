'use client';

import type { ScaleTuning } from '@/core/instrument/tunings';
import { NOTE_CLASSES } from '@/core/midi/words';
import { SCALE_DICTIONARY, scaleNameOf } from '@/core/pitch/scale-dictionary';
import { Pick } from '../parts/pick';
import styles from './voice.module.css';

const KEYS = Object.fromEntries(NOTE_CLASSES.map((name, i) => [String(i), name]));
const SCALES = Object.fromEntries(Object.keys(SCALE_DICTIONARY).map((name) => [name, name]));
const OWN = 'its own notes';

/** A scale in its key; another keeps its name true. */
export function ScaleWords({ scale, set }: { scale: ScaleTuning; set: (next: ScaleTuning) => void }) {
  const name = scaleNameOf(scale.notes) ?? OWN;
  const named = (next: ScaleTuning): ScaleTuning => ({
    ...next,
    name: `${NOTE_CLASSES[next.key]} ${scaleNameOf(next.notes) ?? OWN}`,
  });
  return (
    <span className={styles.sentence}>
      <Pick
        label="Key"
        value={String(scale.key)}
        options={KEYS}
        set={(key) => set(named({ ...scale, key: Number(key) }))}
      />
      <Pick
        label="Scale"
        value={name}
        options={name === OWN ? { ...SCALES, [OWN]: OWN } : SCALES}
        set={(own) => own !== OWN && set(named({ ...scale, notes: [...SCALE_DICTIONARY[own]] }))}
      />
      <span className={styles.mask} role="group" aria-label="Its notes">
        {NOTE_CLASSES.map((_, i) => {
          const there = scale.notes.includes(i);
          const notes = there
            ? scale.notes.filter((n) => n !== i)
            : [...scale.notes, i].sort((a, b) => a - b);
          return (
            <button
              key={i}
              type="button"
              aria-pressed={there}
              disabled={i === 0}
              onClick={() => set(named({ ...scale, notes }))}
            >
              {NOTE_CLASSES[(scale.key + i) % 12]}
            </button>
          );
        })}
      </span>
    </span>
  );
}
