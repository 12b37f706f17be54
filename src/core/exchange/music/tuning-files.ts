import type { Instrument } from '../../instrument/document';
import type { ScaleTuning, Tuning } from '../../instrument/tunings';
import { tuningDump } from '../../midi/tuning-dump';
import { readKbm, readScl, writeKbm, writeScl } from '../../pitch/scala';
import { SCALE_DICTIONARY } from '../../pitch/scale-dictionary';
import { pitchOfKey } from '../../pitch/tuning';
import { freeId } from '../../units/free-id';

const freeIn = (stem: string, list: readonly Tuning[]): string =>
  freeId(stem, (id) => list.some((tuning) => tuning.id === id));

/** A scale to begin with: C major. @param list of the instrument's tunings */
export function firstScale(list: readonly Tuning[]): ScaleTuning {
  const id = freeIn('scale', list);
  return { is: 'scale', id, name: 'C major', key: 0, notes: [...SCALE_DICTIONARY.major] };
}

/** What a file holds: a scale; or a keyboard map, for the Scala tuning that was read last. @returns one sentence where it cannot be read */
export function tuningIn(file: string, text: string, list: readonly Tuning[]): Tuning | string {
  const faultsOf = (faults: { path: string; says: string }[]) =>
    `${file} was not read. ${faults.map(({ path, says }) => `${path ? `${path}: ` : ''}${says}`).join('; ')}.`;
  if (/\.kbm$/i.test(file)) {
    const read = readKbm(text);
    const last = list.findLast((tuning) => tuning.is === 'scala');
    if (!read.ok) return faultsOf(read.faults);
    if (!last) return `${file} maps keys to a scale: read its .scl file first.`;
    return { ...last, map: { ...read.value, keys: [...read.value.keys] } };
  }
  const read = readScl(text);
  if (!read.ok) return faultsOf(read.faults);
  const name = (read.value.description || file.replace(/\.scl$/i, '')).slice(0, 60);
  return { is: 'scala', id: freeIn('tuning', list), name, cents: read.value.cents };
}

/** Voices that named it play twelve even semitones. */
export const withoutTuning = (instrument: Instrument, id: string): Instrument => ({
  ...instrument,
  tunings: (instrument.tunings ?? []).filter((t) => t.id !== id),
  voices: instrument.voices.map((v) =>
    v.is === 'note' && v.tuning === id ? { ...v, tuning: undefined } : v,
  ),
});

/** A file of a tuning: its name, and what is in it. */
export interface TuningFile<Content = string | Uint8Array<ArrayBuffer>> {
  name: string;
  content: Content;
}

const stem = ({ name }: Tuning): string => name.replace(/[^\w-]+/g, '-').toLowerCase();

/** Its scale as Scala has it. */
export function sclOf(tuning: Tuning): TuningFile {
  const cents = tuning.is === 'scala' ? tuning.cents : [...tuning.notes.slice(1), 12].map((n) => 100 * n);
  return { name: `${stem(tuning)}.scl`, content: writeScl({ description: tuning.name, cents }) };
}

/** Its keyboard map, or null where it has none. */
export const kbmOf = (tuning: Tuning): TuningFile | null =>
  tuning.is === 'scala' && tuning.map ? { name: `${stem(tuning)}.kbm`, content: writeKbm(tuning.map) } : null;

/** A bulk dump of every key; one that the tuning leaves silent stays as the receiver has it. */
export function dumpOf(tuning: Tuning): TuningFile<Uint8Array<ArrayBuffer>> {
  const pitches = Array.from({ length: 128 }, (_, key) => pitchOfKey(tuning, key));
  return { name: `${stem(tuning)}.syx`, content: Uint8Array.from(tuningDump(pitches, tuning.name)) };
}
