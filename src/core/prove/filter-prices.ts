import { boardOf } from '../instrument/access';
import { filterWork, type Filter } from '../shape/filters';
import { median } from '../signal/quantile';
import type { Take } from '../signal/take';
import { filterReader } from '../stages/filter-reader';
import { spanOf } from '../stages/filtered';
import type { FilterPrice } from './filters-to-try';
import { laneCounts, type LaneCounts, type PortLanes } from './lane-counts';

const STEPS = 127;
/** Playing shorter than this is no gesture, frames. */
const LEAST_FRAMES = 8;

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
  const gestures = lanes.filter(({ atRest }) => !atRest).map((lane) => ({ lane, rises: risesOf(lane) }));
  return [null, ...filters].map((filter) => {
    const noises = rests.map((lane) => deviation(filtered(lane, filter)) / spanOf(lane.level));
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

export type Read = LaneCounts & { tUs: Float64Array };

/** Counts through a filter. */
export function filtered({ level, bits, counts, tUs }: Read, filter: Filter | null): ArrayLike<number> {
  if (!filter) return counts;
  const read = filterReader(filter, { bits, span: spanOf(level) });
  return counts.map((count, i) => read(count, i === 0 ? 0 : tUs[i] - tUs[i - 1]));
}

/** A gesture: the frames in which it lies past the dead zone, and half of its way, counts from rest. */
interface Rise {
  from: number;
  to: number;
  half: number;
}

/** Gestures that rise from rest within the take. */
export function risesOf({ level, counts }: Read): Rise[] {
  const dead = Math.min(level.up.dead, level.down?.dead ?? Infinity);
  const rises: Rise[] = [];
  let from = -1;
  let peak = 0;
  for (let i = 0; i <= counts.length; i++) {
    const away = i < counts.length ? Math.abs(counts[i] - level.rest) : 0;
    if (away > dead) {
      if (from < 0) from = i;
      peak = Math.max(peak, away);
    } else if (from >= 0) {
      if (from > 0 && i - from >= LEAST_FRAMES && peak > 4 * dead)
        rises.push({ from, to: i, half: peak / 2 });
      from = -1;
      peak = 0;
    }
  }
  return rises;
}

/** How much later each gesture passes half of its way, ms. */
function lagsOf(lane: Read, rises: readonly Rise[], filter: Filter | null): number[] {
  if (!filter) return rises.map(() => 0);
  const after = filtered(lane, filter);
  return rises.flatMap((rise) => {
    const [raw, late] = [passedAt(lane, lane.counts, rise), passedAt(lane, after, rise)];
    return raw === null || late === null ? [] : [(late - raw) / 1000];
  });
}

/** When it passes half of its way, straight between two frames, µs; null where it does not within its gesture. */
function passedAt({ level, tUs }: Read, counts: ArrayLike<number>, { from, to, half }: Rise): number | null {
  for (let i = from; i < to; i++) {
    const [before, now] = [i - 1, i].map((at) => Math.abs(counts[at] - level.rest));
    if (now < half) continue;
    const share = now === before ? 0 : Math.max(0, (half - before) / (now - before));
    return tUs[i - 1] + share * (tUs[i] - tUs[i - 1]);
  }
  return null;
}

/** Standard deviation about a straight line: a rest that drifts is no noise. */
function deviation(counts: ArrayLike<number>): number {
  const n = counts.length;
  if (n < 3) return 0;
  const middle = (n - 1) / 2;
  let [sum, slope, along] = [0, 0, 0];
  for (let i = 0; i < n; i++) {
    sum += counts[i];
    slope += (i - middle) * counts[i];
    along += (i - middle) ** 2;
  }
  let squares = 0;
  for (let i = 0; i < n; i++) squares += (counts[i] - sum / n - (slope / along) * (i - middle)) ** 2;
  return Math.sqrt(squares / (n - 2));
}
