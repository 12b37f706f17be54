import type { Filter, FilterId } from './filters';

export const FILTER_NAMES: Readonly<Record<FilterId, string>> = {
  ...{ median: 'median', exponential: 'exponential', 'one-euro': '1 €' },
};

/** A filter with its numbers, as short as it can be said. */
export function filterWords(filter: Filter): string {
  const name = FILTER_NAMES[filter.is];
  if (filter.is === 'median') return `${name} of ${filter.of}`;
  if (filter.is === 'exponential') return `${name} ${filter.cutoffHz} Hz`;
  return `${name} ${filter.cutoffHz} Hz, ${filter.quicker} quicker`;
}
