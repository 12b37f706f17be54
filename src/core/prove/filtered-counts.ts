import type { Filter } from '../shape/filters';
import { filterReader } from '../stages/filter-reader';
import { spanOf } from '../stages/filtered';
import type { LaneCounts } from './lane-counts';

/** A lane's counts in a take with their times, µs, one a frame. */
export type TimedCounts = LaneCounts & { tUs: Float64Array };

/** Counts through a filter, one a frame; the counts themselves without one. */
export function filteredCounts(
  { level, bits, counts, tUs }: TimedCounts,
  filter: Filter | null,
): ArrayLike<number> {
  if (!filter) return counts;
  const read = filterReader(filter, { bits, span: spanOf(level) });
  return counts.map((count, i) => read(count, i === 0 ? 0 : tUs[i] - tUs[i - 1]));
}
