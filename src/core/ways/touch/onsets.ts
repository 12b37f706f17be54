import { riseOf, type Onset } from '../../calibrate/onset';
import { restAlong } from '../../calibrate/rest-along';
import { playedParts, windowed, type Windowed } from '../../calibrate/windows';
import type { Sensor } from '../../instrument/sensor';
import { firstFrom } from '../../signal/first-from';
import type { Frames } from '../../signal/take';
import type { TouchCalibration } from './calibration';
import { leastMoved, stretchesOf } from './stretches';

/** A touch goes so far of the way to touched at least. (Common practice, no source: two thirds of "on" as it is usually set.) */
const LEAST_SHARE = 0.4;
/**
 * What goes less than this share of another lane's way at the same time is that one's crosstalk; where it begins with it, less than the other
 * share: two neighbours of one lane add up. (Common practice, no source.)
 */
const CROSSTALK_SHARE = 0.5;
const TOGETHER_SHARE = 0.65;
const TOGETHER_US = 25_000;
/** The untouched level has drifted by this share of the way at most. (Common practice, no source.) */
const MOST_MOVED = 0.25;
/** A touch fills in so long at most before it passes a tenth, µs. */
const BEFORE_US = 60_000;

/** A lane that is touched: how it is read. */
export interface TouchRead {
  lane: string;
  column: string;
  rest: number;
  noise: number;
  /** How far from rest a touch goes, counts. */
  travel: number;
  /** 1 where touching raises the counts. */
  sign: 1 | -1;
  on: number;
}

/** The touches of a bank in a take. */
export const touchOnsets = (sensor: Sensor, c: TouchCalibration, take: Frames): Onset[] =>
  onsetsOfTouches(
    sensor.lanes.flatMap(({ id, column }) => {
      const own = c.lanes.find(({ lane }) => lane === id);
      if (!own || column === undefined) return [];
      const { untouched: rest, noise, touched, on } = own;
      const sign = c.polarity === 'falling' ? (-1 as const) : (1 as const);
      return [{ lane: id, column, rest, noise, travel: Math.abs(touched - rest), sign, on }];
    }),
    take,
  );

/** Touches of lanes; what a touch does to its neighbours is none. */
export function onsetsOfTouches(lanes: readonly TouchRead[], take: Frames): Onset[] {
  const read = lanes.filter(({ column }) => take.channels.includes(column));
  const columns = windowed(
    take,
    read.map(({ column }) => column),
  );
  const all = read
    .flatMap((lane, i) =>
      touchesOf(lane, take.tUs, columns[i]).map((onset) => ({
        ...onset,
        share: onset.peak / lane.travel,
      })),
    )
    .sort((a, b) => a.riseUs - b.riseUs);
  return all.filter((own, i) => !isCrosstalk(all, own, i)).map(({ share: _share, ...onset }) => onset);
}

type Shared = Onset & { share: number };

/** Whether another lane is touched so much further at the same time that this one only feels it. @param all in order of time, it at `place` */
function isCrosstalk(all: readonly Shared[], own: Shared, place: number): boolean {
  const causes = (other: Shared) => {
    const share = Math.abs(other.riseUs - own.riseUs) < TOGETHER_US ? TOGETHER_SHARE : CROSSTALK_SHARE;
    return other.lane !== own.lane && other.toUs >= own.riseUs && own.share < share * other.share;
  };
  for (let i = place - 1; i >= Math.max(0, place - NEAR); i--) if (causes(all[i])) return true;
  for (let i = place + 1; i < all.length && all[i].riseUs <= own.toUs; i++) if (causes(all[i])) return true;
  return false;
}

/** So many touches that began before it may last still. */
const NEAR = 128;

function touchesOf(read: TouchRead, tUs: Float64Array, { counts, windows }: Windowed): Onset[] {
  const { lane, rest, noise, travel, sign, on } = read;
  const moved = Math.max(leastMoved(noise), MOST_MOVED * travel);
  const rests = restAlong(windows, { rest, noise, most: moved, sign });
  const least = Math.max(leastMoved(noise), LEAST_SHARE * travel);
  return playedParts(windows, rests, least).flatMap(([begin, end]) => {
    const own = tUs.subarray(begin, end);
    const here = rests[firstFrom(windows.firsts, begin + 1) - 1];
    const distance = (frame: number) => sign * (counts[begin + frame] - here);
    return stretchesOf(own, (i) => distance(i) >= least).map(({ first, last, toUs }) => {
      let at = first;
      for (let i = first; i <= last; i++) if (distance(i) > distance(at)) at = i;
      let from = first;
      while (from > 0 && own[first] - own[from - 1] < BEFORE_US && distance(from - 1) > 0) from--;
      return { lane, toUs, ...riseOf({ tUs: own, distance, from, at, on }) };
    });
  });
}
