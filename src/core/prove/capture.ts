import { beginsNote } from '../midi/heard-notes';
import type { MidiEvent } from '../midi/event';
import { STATUS } from '../midi/messages';
import { quantile } from '../signal/quantile';
import { firstFrom } from '../signal/first-from';
import { fitClocks, theirTime, type ClockFit, type Ticked } from './clock-fit';

/** A message that the bench and the board have not in common. */
export interface CaptureDifference {
  /** By the board's clock, µs. */
  tUs: number;
  is: 'missing' | 'more' | 'other-value';
  bench: number[] | null;
  board: number[] | null;
}

/** What came from a board, beside what the bench plays of the same frames. */
export interface CaptureCompared {
  /** How the computer's clock goes by the board's. */
  clock: ClockFit;
  /** Messages that both have. */
  same: number;
  differences: CaptureDifference[];
  /** How far apart in time they come once clocks are laid over each other, ms: p95 − p5. */
  jitterMs: number;
  /** Stretch in which both were heard, by the board's clock, µs. */
  fromUs: number;
  toUs: number;
}

/** The same message comes within this of where it should, µs: a host passes messages on late, now and then. */
const NEAR_US = 40_000;

/** A note-on of velocity 0 is a note-off (MIDI 1.0 Detailed Specification, "Note-On"), whose velocity not every port passes on. */
const plain = (bytes: readonly number[]): readonly number[] => {
  const kind = bytes[0] & 0xf0;
  if (kind === STATUS.noteOff || (kind === STATUS.noteOn && bytes[2] === 0))
    return [STATUS.noteOff | (bytes[0] & 15), bytes[1]];
  return bytes;
};

const notesIn = (events: readonly MidiEvent[]): Ticked[] =>
  events.flatMap(({ tUs, bytes }) => (beginsNote(bytes) ? [{ tUs, note: bytes[1] }] : []));

/**
 * Lays a capture over what the bench plays. It may begin in the middle, and its clock may drift.
 * @param bench, board events in order of time, each by its own clock @returns null where they are of different tunes
 */
export function compareCapture(
  bench: readonly MidiEvent[],
  board: readonly MidiEvent[],
): CaptureCompared | null {
  const clock = fitClocks(notesIn(bench), notesIn(board));
  if (!clock) return null;
  const byBoard = bench.map((own) => ({ ...own, atUs: theirTime(clock, own.tUs) }));
  const [fromUs, toUs] = [board[0].tUs - NEAR_US, board[board.length - 1].tUs + NEAR_US];
  const both = byBoard.filter(({ atUs, bytes }) => atUs >= fromUs && atUs <= toUs && bytes[0] < 0xf8);
  const heard = board.filter(({ bytes }) => bytes[0] < 0xf8);
  const found = pairsOf(both, heard, (bytes) => plain(bytes).join());
  const late = found.pairs.map(([a, b]) => (heard[b].tUs - both[a].atUs) / 1000);
  const left = both.filter((_, i) => !found.ours.has(i));
  const more = heard.filter((_, i) => !found.theirs.has(i));
  // The same message with another value.
  const values = pairsOf(left, more, (bytes) =>
    plain(bytes)
      .slice(0, bytes.length > 2 ? 2 : 1)
      .join(),
  );
  const ourTime = (tUs: number) => (tUs - clock.offsetUs) / (1 + clock.ppm / 1e6);
  const differences: CaptureDifference[] = [
    ...values.pairs.map(([a, b]) => ({
      ...{ tUs: left[a].tUs, is: 'other-value' as const },
      ...{ bench: left[a].bytes, board: more[b].bytes },
    })),
    ...left.flatMap(({ tUs, bytes }, i) =>
      values.ours.has(i) ? [] : [{ tUs, is: 'missing' as const, bench: bytes, board: null }],
    ),
    ...more.flatMap(({ tUs, bytes }, i) =>
      values.theirs.has(i) ? [] : [{ tUs: ourTime(tUs), is: 'more' as const, bench: null, board: bytes }],
    ),
  ];
  return {
    ...{ clock, same: found.pairs.length },
    differences: differences.sort((a, b) => a.tUs - b.tUs),
    jitterMs: late.length === 0 ? 0 : quantile(late, 0.95) - quantile(late, 0.05),
    ...{ fromUs: ourTime(Math.max(fromUs, both[0]?.atUs ?? fromUs)), toUs: ourTime(toUs) },
  };
}

/** Messages that are alike by a key, in order, near enough. */
function pairsOf(
  ours: readonly { atUs: number; bytes: readonly number[] }[],
  theirs: readonly MidiEvent[],
  keyOf: (bytes: readonly number[]) => string,
): { pairs: [number, number][]; ours: Set<number>; theirs: Set<number> } {
  const byKey = new Map<string, { at: number[]; times: number[] }>();
  theirs.forEach(({ tUs, bytes }, i) => {
    const key = keyOf(bytes);
    const own = byKey.get(key) ?? { at: [], times: [] };
    byKey.set(key, own);
    own.at.push(i);
    own.times.push(tUs);
  });
  const [used, mine, pairs] = [new Set<number>(), new Set<number>(), [] as [number, number][]];
  ours.forEach(({ atUs, bytes }, i) => {
    const own = byKey.get(keyOf(bytes));
    if (!own) return;
    for (
      let k = firstFrom(own.times, atUs - NEAR_US);
      k < own.times.length && own.times[k] <= atUs + NEAR_US;
      k++
    ) {
      if (used.has(own.at[k])) continue;
      used.add(own.at[k]);
      mine.add(i);
      pairs.push([i, own.at[k]]);
      return;
    }
  });
  return { pairs, ours: mine, theirs: used };
}
