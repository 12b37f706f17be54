import type { LEVEL, SIDE } from './records';
import type { Of } from './struct';

/** Bits of a side mask: counts above rest, counts below it. */
export const ABOVE = 1;
export const BELOW = 2;

/** Where a count lies: on which side of rest, and how far from it. */
export interface Place {
  /** 0 above rest and at it, 1 below. */
  side: 0 | 1;
  distance: number;
}

/** @param into written, so that nothing is allocated */
export function locate(rest: number, count: number, into: Place): void {
  into.side = count >= rest ? 0 : 1;
  into.distance = count >= rest ? count - rest : rest - count;
}

/** Whether a side feeds what has this mask. */
export const feeds = (mask: number, side: 0 | 1): boolean => (mask & (side === 0 ? ABOVE : BELOW)) !== 0;

/** A side of a level. */
export const sideOf = (level: Of<typeof LEVEL>, side: 0 | 1): Of<typeof SIDE> => level.side[side];

/**
 * Notes the counts that lie between two distances: `below` on the lower side of rest and
 * `above` on the upper, both included.
 * @param below, above −65536 … 65536: negative where the band lies wholly on the other side
 */
export function setBand(
  band: { low: number; high: number },
  rest: number,
  below: number,
  above: number,
): void {
  const low = rest - below;
  const high = rest + above;
  band.low = low < 0 ? 0 : low > 65535 ? 65535 : low;
  band.high = high < 0 ? 0 : high > 65535 ? 65535 : high;
}

/** A band with no count in it: whatever comes is looked at. */
export function emptyBand(band: { low: number; high: number }): void {
  band.low = 1;
  band.high = 0;
}

/** A band of all counts: whatever comes is passed over. */
export function fullBand(band: { low: number; high: number }): void {
  band.low = 0;
  band.high = 65535;
}

/** Whether a count lies in a band: nothing happens then. */
export const inBand = (band: { low: number; high: number }, count: number): boolean =>
  count >= band.low && count <= band.high;
