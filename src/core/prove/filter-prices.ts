import { boardOf } from '../instrument/access';
import { filterWork, type Filter } from '../shape/filters';
import { median } from '../signal/quantile';
import { regressionOf } from '../signal/regression';
import type { Take } from '../signal/take';
import { spanOf } from '../stages/filtered';
import { filteredCounts, type TimedCounts } from './filtered-counts';
import type { FilterPrice } from './filters-to-try';
import { laneCounts, type PortLanes } from './lane-counts';
import { passedAt, risesOf, type Rise } from './rises';

const STEPS = 127;

/**
 * Each filter on the maker's own takes: measured, by the engine's own. Where there is no take at rest, or none that is played, it is computed for
 * the noise that was measured, and for a reach in 100 ms.
 * @param filters besides none @param takes of the sensor's board; those at rest tell the noise, the others the lag
 */
export function filterPrices(
  port: PortLanes,
  filters: readonly Filter[],
  takes: readonly Take[],
): FilterPrice[] {
  const { scanHz } = boardOf(port.instrument, port.sensor);
  const lanes = takes.flatMap((take) =>
    laneCounts(port, take).map((lane) => ({ ...lane, tUs: take.tUs, atRest: take.role === 'rest' })),
  );
  if (lanes.length === 0) return [];
  const rests = lanes.filter(({ atRest }) => atRest);
  const gestures = lanes
    .filter(({ atRest }) => !atRest)
    .map((lane) => ({ lane, rises: risesOf(lane, scanHz) }));
  return [null, ...filters].map((filter) => {
    const noises = rests.map(
      (lane) => deviation(lane.tUs, filteredCounts(lane, filter)) / spanOf(lane.level),
    );
    const late = gestures.flatMap(({ lane, rises }) => lagsOf(lane, rises, filter));
    const noise = lanes[0].level.noise / spanOf(lanes[0].level);
    const work = filter && filterWork(filter, { scanHz, noise, speed: 10 });
    return {
      filter,
      lagMs: late.length > 0 ? median(late) : (work?.lagMs ?? 0),
      noiseSteps: STEPS * (noises.length > 0 ? median(noises) : noise * (work?.noise ?? 1)),
    };
  });
}

/** How much later each gesture passes half of its way, ms. */
function lagsOf(lane: TimedCounts, rises: readonly Rise[], filter: Filter | null): number[] {
  if (!filter) return rises.map(() => 0);
  const after = filteredCounts(lane, filter);
  return rises.flatMap((rise) => {
    const [raw, late] = [passedAt(lane, lane.counts, rise), passedAt(lane, after, rise)];
    return raw === null || late === null ? [] : [(late - raw) / 1000];
  });
}

/** Standard deviation about a straight line over time: a rest that drifts is no noise. */
function deviation(tUs: ArrayLike<number>, counts: ArrayLike<number>): number {
  const { r, variance } = regressionOf(tUs, counts, 0, counts.length, 1);
  return Math.sqrt(variance * Math.max(0, 1 - r * r));
}
