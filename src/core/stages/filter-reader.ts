import { beginExponential, nextExponential } from '../engine/blocks/exponential';
import { beginMedian, nextMedian } from '../engine/blocks/median';
import { beginOneEuro, nextOneEuro } from '../engine/blocks/one-euro';
import { MOST_STEP } from '../engine/engine';
import type { Filter } from '../shape/filters';
import { exponentialRecord, oneEuroRecord, type FilterPlace } from './filtered';

/**
 * A filter by itself, as the engine has it: for what is shown of one.
 * @returns the next count that it makes of one, by the time since the one before, µs
 */
export function filterReader(
  filter: Filter,
  place: FilterPlace,
): (count: number, passedUs: number) => number {
  const stepOf = (us: number) => Math.min(MOST_STEP, us >>> 2);
  if (filter.is === 'median') {
    const state = beginMedian();
    return (count) => nextMedian(filter, state, count);
  }
  if (filter.is === 'exponential') {
    const own = exponentialRecord(filter, place);
    const state = beginExponential();
    return (count, us) => nextExponential(own, state, count, stepOf(us));
  }
  const own = oneEuroRecord(filter, place);
  const state = beginOneEuro();
  return (count, us) => nextOneEuro(own, state, count, stepOf(us));
}
