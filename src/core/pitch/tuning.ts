import { BEND_CENTRE, BEND_END } from '../midi/bend';
import { hzOf, semitonesOf } from './frequency';
import { TOP_NOTE } from './scale';

/** Twelve even semitones, some of which make a scale. */
export interface EvenScale {
  is: 'scale';
  /** Its first note, 0 (C) … 11 (B). */
  key: number;
  /** Semitones above the key, rising. */
  notes: readonly number[];
}

/** Which key plays which degree (Scala keyboard mapping). */
export interface KeyMap {
  first: number;
  last: number;
  middle: number;
  reference: number;
  hz: number;
  octave: number;
  keys: readonly number[];
}

/** A scale of any intervals, by its degrees above the first, cents; the last is the interval at which it repeats. */
export interface FreeScale {
  is: 'scala';
  cents: readonly number[];
  map?: KeyMap;
}

export type AnyTuning = EvenScale | FreeScale;

const MIDDLE_C = 60;
/** Where a scale has no map: degree 0 on middle C, where even semitones would have it, and a degree a key. */
const linearMap = (degrees: number): KeyMap => ({
  ...{ first: 0, last: TOP_NOTE, middle: MIDDLE_C, reference: MIDDLE_C, octave: degrees, keys: [] },
  hz: hzOf(MIDDLE_C),
});

/** Cents of a degree above the first; degrees go on beyond both ends, repeating. */
export function centsOfDegree(cents: readonly number[], degree: number): number {
  const n = cents.length;
  const turns = Math.floor(degree / n);
  const within = degree - turns * n;
  return turns * cents[n - 1] + (within === 0 ? 0 : cents[within - 1]);
}

/** The degree that a key plays, or null for a key that is silent. */
function degreeOfKey(cents: readonly number[], map: KeyMap, key: number): number | null {
  if (key < map.first || key > map.last) return null;
  const away = key - map.middle;
  if (map.keys.length === 0) return away;
  const turns = Math.floor(away / map.keys.length);
  const degree = map.keys[away - turns * map.keys.length];
  return degree < 0 ? null : degree + turns * (map.octave || cents.length);
}

/**
 * The pitch of a key, semitones (69 is 440 Hz); null for one that the tuning leaves silent. Of twelve even semitones every key has its own.
 * @param key 0 … 127
 */
export function pitchOfKey(tuning: AnyTuning | undefined, key: number): number | null {
  if (tuning?.is !== 'scala') return key;
  const map = tuning.map ?? linearMap(tuning.cents.length);
  const degree = degreeOfKey(tuning.cents, map, key);
  if (degree === null) return null;
  // The reference may lie on a key that the map leaves silent: then degree 0 sounds as it would there.
  const reference = degreeOfKey(tuning.cents, { ...map, first: 0, last: TOP_NOTE }, map.reference) ?? 0;
  const cents = centsOfDegree(tuning.cents, degree) - centsOfDegree(tuning.cents, reference);
  return semitonesOf(map.hz) + cents / 100;
}

/** Pitches nearer than this are one, semitones: a tenth of a cent. */
const SAME = 0.001;

/**
 * The notes of a tuning between two pitches, and one beyond each end where there is one, semitones, rising, none twice.
 * @param low, high semitones
 */
export function notesBetween(tuning: AnyTuning | undefined, low: number, high: number): number[] {
  const all = Array.from({ length: TOP_NOTE + 1 }, (_, key) => key)
    .filter((key) => tuning?.is !== 'scale' || tuning.notes.includes(mod(key - tuning.key, 12)))
    .flatMap((key) => pitchOfKey(tuning, key) ?? [])
    .filter((pitch) => pitch >= 0 && pitch <= TOP_NOTE)
    .sort((a, b) => a - b)
    .filter((pitch, i, list) => i === 0 || pitch - list[i - 1] > SAME);
  const first = all.findIndex((pitch) => pitch >= low);
  const last = all.findLastIndex((pitch) => pitch <= high);
  return all.slice(Math.max(0, first < 0 ? all.length - 1 : first - 1), last + 2);
}

/** A pitch moved by steps of a tuning, from its note that lies nearest (half-way the upper); the outermost note at most. */
export function stepped(tuning: AnyTuning | undefined, pitch: number, steps: number): number {
  if (steps === 0) return pitch;
  const notes = notesBetween(tuning, 0, TOP_NOTE);
  if (notes.length === 0) return pitch;
  const at = notes.findIndex((note, i) => i === notes.length - 1 || pitch < (note + notes[i + 1]) / 2);
  const moved = notes[Math.min(notes.length - 1, Math.max(0, at + steps))];
  return moved + (pitch - notes[at]);
}

const mod = (x: number, n: number): number => ((x % n) + n) % n;

/** A pitch as the nearest note and the bend from there. @param range of its receiver, semitones */
export function spell(pitch: number, range: number): { note: number; bend: number } {
  const note = Math.min(TOP_NOTE, Math.max(0, Math.floor(pitch + 0.5)));
  return { note, bend: bendOfSemitones(pitch - note, range) };
}

/** 8192 + round(8192 · cents / (100 · range)), kept in 0 … 16383 (handbook 6). */
export const bendOfSemitones = (semitones: number, range: number): number =>
  Math.min(BEND_END, Math.max(0, BEND_CENTRE + Math.round((BEND_CENTRE * semitones) / range)));
