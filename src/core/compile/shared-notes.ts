import { channelsOfPool } from '../engine/channels';
import { DOES, POOLED, SHARED_NOTE } from '../engine/codes';
import type { Image } from '../engine/layout';

/**
 * Marks the lanes whose note another lane can sound on the same channel: the engine looks for who holds such a note. Lanes of
 * one choice sound one at a time, and share nothing with each other; a glide and a fingering can sound any note, and so can all where notes are shifted. A pool's own notes share no channel.
 */
export function markSharedNotes(image: Image): void {
  const { notes, note_lanes, choices, glides, fingerings, pools, selectors } = image;
  const shifts = selectors.some(({ does }) => does === DOES.shift);
  const alone = new Set(choices.map(({ note }) => note));
  const any = new Set([...glides, ...fingerings].map(({ note }) => note));
  const players = new Map<string, Set<string>>();
  const own = notes.flatMap(({ lane: first, lanes }, n) =>
    Array.from({ length: lanes }, (_, i) => ({
      lane: note_lanes[first + i],
      player: alone.has(n) ? `note ${n}` : `lane ${first + i}`,
      any: shifts || any.has(n),
    })),
  );
  // A note of a pool can come to lie on any of its channels, where others play whose zone overlaps.
  const channelsOf = ({ channel }: { channel: number }) =>
    (channel & POOLED) === 0 ? [channel] : channelsOfPool(pools[channel & 15]);
  const free = new Set(
    own.filter((o) => o.any || o.lane.channel & POOLED).flatMap((o) => channelsOf(o.lane)),
  );
  const keysOf = (lane: { channel: number; note: number }) =>
    channelsOf(lane).map((channel) => (free.has(channel) ? `${channel}` : `${channel} ${lane.note}`));
  for (const { lane, player } of own)
    for (const key of keysOf(lane)) players.set(key, (players.get(key) ?? new Set<string>()).add(player));
  const alonePool = ({ lane }: { lane: { channel: number } }) =>
    (lane.channel & POOLED) !== 0 &&
    own.every((o) => o.lane.channel === lane.channel || !overlap(channelsOf(o.lane), channelsOf(lane)));
  const shared = own.filter((o) => !alonePool(o) && keysOf(o.lane).some((key) => players.get(key)!.size > 1));
  for (const { lane } of shared) lane.channel |= SHARED_NOTE;
}

const overlap = (a: readonly number[], b: readonly number[]): boolean =>
  a.some((channel) => b.includes(channel));
