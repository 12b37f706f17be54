'use client';

import type { Word } from '@/core/stages/word';
import { NoteField } from '../parts/note-field';
import { NumberField } from '../parts/number-field';
import { Pick } from '../parts/pick';
import styles from './voice.module.css';

/** Words of a sentence; those that can be changed are where they stand. */
export function Words<T>({ words, change }: { words: readonly Word<T>[]; change: (next: T) => void }) {
  return words.map((word, i) => <OneWord key={i} word={word} change={change} />);
}

function OneWord<T>({ word, change }: { word: Word<T>; change: (next: T) => void }) {
  if (typeof word === 'string') return <span>{word}</span>;
  switch (word.is) {
    case 'strong':
      return <b>{word.says}</b>;
    case 'aside':
      return <span className={styles.aside}>{word.says}</span>;
    case 'number':
      return <NumberField {...word} set={(value) => change(word.set(value))} />;
    case 'colour':
      return (
        <input
          type="color"
          className={styles.colour}
          aria-label={word.label}
          value={word.value}
          onChange={(e) => change(word.set(e.target.value))}
        />
      );
    case 'note':
      return <NoteField {...word} set={(note) => change(word.set(note))} />;
    case 'pick':
      return <Pick {...word} set={(option) => change(word.set(option))} />;
  }
}
