'use client';

import { noteName, noteNumber } from '@/core/midi/words';
import { ok, refuse, type Result } from '@/core/result';
import { readNumber } from '@/core/units/typed-number';
import { NumberField } from './number-field';

/** A note that is typed, by its name or its number. */
export function NoteField(props: { label: string; value: number; set: (note: number) => void }) {
  return <NumberField {...props} low={0} high={127} words={noteName} read={readNote} />;
}

/** "C4", "f#3", "62". */
function readNote(typed: string): Result<number> {
  const named = noteNumber(typed);
  if (named !== null) return ok(named);
  const number = readNumber(typed);
  return number.ok
    ? number
    : refuse({ path: '', says: `${typed.trim() || 'an empty field'} is no note: type C4, F#3 or 62` });
}
