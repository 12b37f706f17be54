import { rateOf, riseOf, type Onset } from '../../calibrate/onset';
import { restInTake } from '../../calibrate/rest-in-take';
import type { Sensor } from '../../instrument/sensor';
import { extremesOf } from '../../signal/quantile';
import { columnOf, type Frames } from '../../signal/take';
import type { TouchCalibration } from './calibration';
import { leastMoved, stretchesOf } from './stretches';

/** A touch goes so far of the way to touched at least. (Common practice, no source: two thirds of "on" as it is usually set.) */
const LEAST_SHARE = 0.4;
/** What goes less than this share of another lane's way at the same time is that one's crosstalk. */
const CROSSTALK_SHARE = 0.5;
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
  const all = read.flatMap((lane) => {
    const counts = columnOf(take, lane.column);
    return touchesOf(lane, take.tUs, counts).map((onset) => ({ ...onset, share: onset.peak / lane.travel }));
  });
  return all
    .filter(
      (own) =>
        !all.some(
          (other) =>
            other.lane !== own.lane &&
            other.riseUs <= own.toUs &&
            other.toUs >= own.riseUs &&
            own.share < CROSSTALK_SHARE * other.share,
        ),
    )
    .map(({ share: _share, ...onset }) => onset);
}

function touchesOf(
  { lane, rest: known, noise, travel, sign, on }: TouchRead,
  tUs: ArrayLike<number>,
  counts: ArrayLike<number>,
): Onset[] {
  const full = Math.max(extremesOf(counts).greatest, known);
  const rest = restInTake(counts, rateOf(tUs), known, noise, full);
  const distance = (frame: number) => sign * (counts[frame] - rest);
  const least = Math.max(leastMoved(noise), LEAST_SHARE * travel);
  return stretchesOf(tUs, (i) => distance(i) >= least).map(({ first, last, toUs }) => {
    let at = first;
    for (let i = first; i <= last; i++) if (distance(i) > distance(at)) at = i;
    let from = first;
    while (from > 0 && tUs[first] - tUs[from - 1] < BEFORE_US && distance(from - 1) > 0) from--;
    return { lane, toUs, ...riseOf({ tUs, distance, from, at, on }) };
  });
}
