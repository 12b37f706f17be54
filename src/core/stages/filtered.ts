import type { Parts } from '../engine/image/parts';
import { CUTOFF_UNITS } from '../engine/low-pass';
import { boardOf, responseAt } from '../instrument/access';
import type { Source } from '../instrument/voices';
import { filterWork, type ExponentialFilter, type Filter, type OneEuroFilter } from '../shape/filters';
import type { LaneLevel } from '../ways/level/lane-level';
import type { LevelRead } from './levels-read';
import { sensorNamed, type Making } from './making';

/** A column that a filter has made of a level's own, and how noisy the level is there. */
interface Filtered {
  column: number;
  lane: LaneLevel;
}

/** Bits of a column that is computed. */
const COMPUTED_BITS = 16;

/** The column that a source's level is read from: its own, or what the filter of its port makes of it, once for all that read it. */
export function filteredRead(m: Making, source: Source, { level, lane }: LevelRead): Filtered {
  const { image } = m.parts;
  const sensor = sensorNamed(m, source);
  const { column } = image.levels[level];
  const { filter } = responseAt(sensor, source.port, lane.lane);
  if (!filter) return { column, lane };
  const board = boardOf(m.instrument, sensor);
  const bits = column < image.columns ? board.bits : COMPUTED_BITS;
  const key = JSON.stringify([column, filter]);
  const into = m.filtered.get(key) ?? m.parts.derivedColumn();
  if (!m.filtered.has(key)) {
    m.filtered.set(key, into);
    putFilter(m.parts, filter, { bits, span: spanOf(lane) }, column, into);
  }
  return { column: into, lane: { ...lane, noise: lane.noise * noiseLeft(filter, lane, board.scanHz) } };
}

/** What a filter leaves of a level's noise at rest, a share. */
export const noiseLeft = (filter: Filter, lane: LaneLevel, scanHz: number): number =>
  filterWork(filter, { scanHz, noise: lane.noise / spanOf(lane), speed: 0 }).noise;

/** Counts of a level from dead zone to reach. */
export const spanOf = ({ up }: LaneLevel): number => Math.max(1, up.reach - up.dead);

/** Where a filter stands. */
export interface FilterPlace {
  /** Bits of the column. */
  bits: number;
  /** Counts of the level from dead zone to reach. */
  span: number;
}

/* Filters in the engine's numbers (engine/filter-records.ts). */

export const exponentialRecord = ({ cutoffHz }: ExponentialFilter, { bits }: FilterPlace) => ({
  cutoff: Math.round(CUTOFF_UNITS * cutoffHz),
  shift: 16 - bits,
});

export const oneEuroRecord = ({ cutoffHz, quicker }: OneEuroFilter, { bits, span }: FilterPlace) => ({
  cutoff: Math.round(CUTOFF_UNITS * cutoffHz),
  // Reaches a second from 256ths of full scale a second; the product has eight bits of a fraction.
  quicker: Math.min(65535, Math.round((CUTOFF_UNITS * quicker * 2 ** bits) / span)),
  shift: 16 - bits,
});

function putFilter({ image }: Parts, filter: Filter, place: FilterPlace, column: number, into: number): void {
  const from = { column, into, pad: 0 };
  if (filter.is === 'median') image.medians.push({ of: filter.of, ...from });
  else if (filter.is === 'exponential')
    image.exponentials.push({ ...exponentialRecord(filter, place), ...from });
  else image.one_euros.push({ ...oneEuroRecord(filter, place), ...from });
}
