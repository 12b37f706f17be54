import { SHARED_NOTE } from '../engine/codes';
import type { Image } from '../engine/layout';

/**
 * Marks the lanes whose note another lane can sound on the same channel: the engine looks for who holds such a note. Lanes of
 * one choice sound one at a time, and share nothing with each other.
 */
export function markSharedNotes({ notes, note_lanes, choices }: Image): void {
  const alone = new Set(choices.map(({ note }) => note));
  const players = new Map<number, Set<number | string>>();
  notes.forEach(({ lane: first, lanes }, n) => {
    for (let i = first; i < first + lanes; i++) {
      const key = keyOf(note_lanes[i]);
      const own = players.get(key) ?? new Set();
      players.set(key, own.add(alone.has(n) ? `note ${n}` : i));
    }
  });
  for (const lane of note_lanes) if (players.get(keyOf(lane))!.size > 1) lane.channel |= SHARED_NOTE;
}

const keyOf = ({ channel, note }: { channel: number; note: number }): number => (channel & 15) * 128 + note;
