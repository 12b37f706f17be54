/** What was seen of a lane in a short run: its rest, null where it was not still, and how far its counts went. */
export interface LaneSeen {
  rest: number | null;
  low: number;
  high: number;
}

/** What was seen of a lane, by its id; undefined where nothing was. */
export type SeenOf = (lane: string) => LaneSeen | undefined;

/** A lane was played as loud as is comfortable where it went this share of its reach or further. (Common practice, no source.) */
const PLAYED = 0.5;

/**
 * A reach as it was seen; the old one where the lane was not played.
 * @param reach, seen distances from rest, counts @param least it stays over this
 */
export const reachSeen = (reach: number, seen: number, least: number): number =>
  seen >= PLAYED * reach ? Math.max(least + 1, Math.round(seen)) : reach;
