import { restStatistics } from '../../signal/rest';
import type { Take } from '../../signal/take';
import { HeldStill, type Held } from './held-still';

/** A side on which it lay, with what each axis read there. */
export interface Side {
  take: string;
  fromUs: number;
  toUs: number;
  /** Of each axis, counts: level, σ, and standard error of the level. */
  levels: number[];
  noises: number[];
  errors: number[];
}

/** The first and last moments of a stretch are left out: it may still move in them, µs. */
const EDGE_US = 100_000;

/** Where a take was held still. @param columns counts of each axis, one a frame */
export function sidesOf({ id, tUs }: Pick<Take, 'id' | 'tUs'>, columns: readonly Uint16Array[]): Side[] {
  const still = new HeldStill();
  const held: Held[] = [];
  const frame = columns.map(() => 0);
  for (let i = 0; i < tUs.length; i++) {
    columns.forEach((own, axis) => (frame[axis] = own[i]));
    const ended = still.add(tUs[i], frame);
    if (ended) held.push(ended);
  }
  if (still.current) held.push(still.current);
  return held.map(({ fromUs, toUs }) => {
    const from = tUs.findIndex((t) => t >= fromUs + EDGE_US);
    const past = tUs.findIndex((t) => t > toUs - EDGE_US);
    const to = past < 0 ? tUs.length : past;
    const rateHz = (1e6 * (to - from)) / (toUs - fromUs);
    const read = columns.map((own) => restStatistics(own.subarray(from, to), rateHz));
    return {
      ...{ take: id, fromUs, toUs },
      levels: read.map(({ rest }) => rest),
      noises: read.map(({ noise }) => noise),
      errors: read.map(({ standardError }) => standardError),
    };
  });
}
