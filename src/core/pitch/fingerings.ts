import { scaleNotes } from './scale';

/** A fingering: a sign a finger, 1 down, 0 up, x either; and its note, semitones with fractions as cents. */
export interface Fingered {
  keys: string;
  note: number;
}

/** Holes covered from the top, one more a step down a major scale: the open-hole woodwind in its general form. @param n holes */
export const openHoles = (n: number, lowest = 62): Fingered[] => {
  const rising = scaleNotes('major', lowest, n + 1);
  return rising.map((note, open) => ({ keys: '1'.repeat(n - open) + '0'.repeat(open), note }));
};

/** What valves add, semitones: the first two, the second one, the third three, the fourth five lower (handbook 6: practice). */
const VALVES = [-2, -1, -3, -5] as const;
/** Partials of the harmonic series above the second, semitones with cents: 2, 3, 4, 5, 6, 8 (handbook 6: practice; the seventh is left out). */
const PARTIALS = [0, 7.02, 12, 15.86, 19.02, 24] as const;

/**
 * Valves that lower, and pads that choose the partial: the last touched pad is the first that fits, from the highest.
 * @param valves 3 or 4, first @param pads partial pads after them @param lowest note of the second partial without valves
 */
export function valves(valves: 3 | 4, pads: number, lowest = 58): { table: Fingered[]; adds: number[] } {
  const free = 'x'.repeat(valves);
  const partials = PARTIALS.slice(0, pads);
  const table = partials.map((above, i) => ({
    keys: free + 'x'.repeat(i) + '1' + '0'.repeat(pads - 1 - i),
    note: lowest + above,
  }));
  return { table: table.reverse(), adds: [...VALVES.slice(0, valves), ...Array<number>(pads).fill(0)] };
}

/** The same fingerings with an octave key after their fingers, which adds twelve semitones. */
export const withOctaveKey = (table: readonly Fingered[]): { table: Fingered[]; adds: number[] } => ({
  table: table.map(({ keys, note }) => ({ keys: `${keys}x`, note })),
  adds: [...Array<number>(table[0].keys.length).fill(0), 12],
});
