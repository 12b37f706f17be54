import { POOLED, SHARED_NOTE } from '../engine/codes';
import type { Image } from '../engine/layout';

/**
 * Marks the lanes whose note another lane can sound on the same channel: the engine looks for who holds such a note. Lanes of
 * one choice sound one at a time, and share nothing with each other; a glide and a fingering can sound any note; of a pool no channel is shared.
 */
export function markSharedNotes({ notes, note_lanes, choices, glides, fingerings }: Image): void {
  const alone = new Set(choices.map(({ note }) => note));
  const any = new Set([...glides, ...fingerings].map(({ note }) => note));
  const players = new Map<string, Set<string>>();
  const own = notes.flatMap(({ lane: first, lanes }, n) =>
    Array.from({ length: lanes }, (_, i) => ({
      lane: note_lanes[first + i],
      player: alone.has(n) ? `note ${n}` : `lane ${first + i}`,
      any: any.has(n),
    })),
  );
  const channels = new Set(own.filter((o) => o.any).map(({ lane }) => lane.channel));
  const keyOf = ({ channel, note }: { channel: number; note: number }) =>
    channels.has(channel) ? `${channel}` : `${channel} ${note}`;
  for (const { lane, player } of own)
    players.set(keyOf(lane), (players.get(keyOf(lane)) ?? new Set<string>()).add(player));
  const shared = own.filter(
    ({ lane }) => (lane.channel & POOLED) === 0 && players.get(keyOf(lane))!.size > 1,
  );
  for (const { lane } of shared) lane.channel |= SHARED_NOTE;
}
