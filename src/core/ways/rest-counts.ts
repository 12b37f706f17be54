import type { Instrument } from '../instrument/document';
import { wayOf } from './registry';

/** Counts of every column of an instrument while nothing is played, as measured; 0 where it was not. */
export const restCounts = ({ sensors }: Instrument, columns: readonly string[]): number[] => {
  const rests = new Map(
    sensors.flatMap(({ calibration: c, lanes }) =>
      c ? lanes.map(({ id, column }) => [column, wayOf(c).restOf(c, id)] as const) : [],
    ),
  );
  return columns.map((column) => Math.round(rests.get(column) ?? 0));
};
