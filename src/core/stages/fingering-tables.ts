import type { Fingers, FingeringPitch } from '../instrument/voices';
import { openHoles, valves, withOctaveKey, type Fingered } from '../pitch/fingerings';

/** A table to begin from. */
export interface StartingTable {
  name: string;
  table: Fingered[];
  /** Semitones that each finger adds, in order; none where it is left out. */
  adds?: number[];
}

/** What suits so many fingers. */
export function startingTables(fingers: number): StartingTable[] {
  const brass = (n: 3 | 4) =>
    fingers > n && fingers <= n + MOST_PARTIALS
      ? [{ name: `${n} valves, then partials`, ...valves(n, fingers - n) }]
      : [];
  return [
    { name: 'open holes', table: openHoles(fingers) },
    ...(fingers > 2 ? [{ name: 'holes, then an octave key', ...withOctaveKey(openHoles(fingers - 1)) }] : []),
    ...brass(3),
    ...brass(4),
  ];
}
const MOST_PARTIALS = 6;

/** A fingering that begins from a table. @param lanes of each group of fingers, in order */
export function startingFrom(
  pitch: FingeringPitch,
  { table, adds }: StartingTable,
  lanes: readonly number[],
): FingeringPitch {
  let first = 0;
  const fingers = pitch.fingers.map((group, i): Fingers => {
    const own = adds?.slice(first, first + lanes[i]);
    first += lanes[i];
    return { source: group.source, ...(own?.some((n) => n !== 0) ? { adds: own } : {}) };
  });
  return { ...pitch, fingers, table };
}
