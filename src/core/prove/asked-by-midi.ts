import { beginsNote, heardNotes } from '../midi/heard-notes';
import type { MidiEvent } from '../midi/event';
import { fitClocks, theirTime, type ClockFit } from './clock-fit';
import type { Mark } from './intended';
import type { Sounded } from './sounded';

/** Notes of a file as marks of what was meant. */
export interface MarksByFile {
  marks: Mark[];
  /** How the file's time goes by the board's. */
  clock: ClockFit;
}

/**
 * What a file of music says was meant, by the board's clock: the file is laid over what is played, whatever is missing or more in either.
 * @param meant messages of the file @param sounded of the take @returns null where they are of different tunes
 */
export function marksByFile(meant: readonly MidiEvent[], sounded: readonly Sounded[]): MarksByFile | null {
  const played = sounded.map(({ onUs, note }) => ({ tUs: onUs, note }));
  const wanted = meant.flatMap(({ tUs, bytes }) => (beginsNote(bytes) ? [{ tUs, note: bytes[1] }] : []));
  const clock = fitClocks(wanted, played);
  if (!clock) return null;
  const marks = heardNotes(meant, meant.at(-1)?.tUs ?? 0).map(({ onUs, offUs, pitches }) => ({
    tUs: theirTime(clock, onUs),
    toUs: theirTime(clock, offUs),
    note: pitches[0][1],
  }));
  return { marks, clock };
}
