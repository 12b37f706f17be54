import type { Sensor } from '../../instrument/sensor';
import { median } from '../../signal/quantile';

/** A measured value of a lane, with what is known of how sure it is. */
export interface MeasuredValue {
  value: number;
  /** Its standard deviation over this and earlier calibrations; null where it was measured once. */
  spread: number | null;
  /** Calibrations that it was found in. */
  times: number;
}

/**
 * What was measured of a sensor: a row a lane, or, of many lanes, the lowest, the middle and the highest of each column; and what
 * all lanes share, by its name.
 */
export interface MeasuredTable {
  columns: string[];
  rows: { name: string; cells: (MeasuredValue | null)[] }[];
  shared: ReadonlyMap<string, MeasuredValue>;
}

/** Lanes of which each has a row of its own: more would not go on a page. */
const MOST_ROWS = 12;

/** Numbers of a record by their names: "reach", "down reach"; lists of points are no numbers of their own. */
function numbersOf(record: object, before = ''): Map<string, number> {
  const found = new Map<string, number>();
  for (const [key, value] of Object.entries(record)) {
    const name = `${before}${key === 'up' ? '' : key}`.trim();
    if (typeof value === 'number') found.set(name, value);
    else if (typeof value === 'object' && value !== null && !Array.isArray(value))
      for (const [own, n] of numbersOf(value, name ? `${name} ` : '')) found.set(own, n);
  }
  return found;
}

type Records = { lanes?: readonly ({ lane: string } & object)[] };

/** Numbers that were measured of a lane, by their names; none where its way keeps none of each lane. */
export const recordOf = (calibration: unknown, lane: string): Map<string, number> => {
  const own = (calibration as Records).lanes?.find((l) => l.lane === lane);
  return own ? numbersOf(own) : new Map();
};

/** What is shared by all lanes, and of each lane, with its spread over the calibrations that the sensor keeps; null where nothing was measured. */
export function measuredTable({ calibration, earlier = [], lanes }: Sensor): MeasuredTable | null {
  if (!calibration) return null;
  const like = earlier.filter(({ is }) => is === calibration.is);
  const rows = lanes.map(({ id }) => {
    const own = recordOf(calibration, id);
    const before = like.map((c) => recordOf(c, id));
    return { name: id, values: withSpread(own, before) };
  });
  const columns = [...new Set(rows.flatMap(({ values }) => [...values.keys()]))];
  const shared = withSpread(sharedOf(calibration), like.map(sharedOf));
  const table = rows.map(({ name, values }) => ({ name, cells: columns.map((c) => values.get(c) ?? null) }));
  const shown = table.length > MOST_ROWS ? summed(table, columns.length) : table;
  return { columns, rows: shown, shared };
}

/** Numbers that all lanes share. */
const sharedOf = (calibration: object): Map<string, number> =>
  numbersOf(Object.fromEntries(Object.entries(calibration).filter(([key]) => key !== 'lanes')));

function withSpread(
  own: ReadonlyMap<string, number>,
  before: readonly ReadonlyMap<string, number>[],
): Map<string, MeasuredValue> {
  return new Map(
    [...own].map(([name, value]) => {
      const all = [value, ...before.flatMap((b) => b.get(name) ?? [])];
      return [name, { value, spread: all.length > 1 ? deviation(all) : null, times: all.length }];
    }),
  );
}

/** Standard deviation, n − 1 in the divisor. @param values two at least */
function deviation(values: readonly number[]): number {
  const mean = values.reduce((a, b) => a + b, 0) / values.length;
  return Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / (values.length - 1));
}

function summed(table: MeasuredTable['rows'], columns: number): MeasuredTable['rows'] {
  const of = (pick: (values: number[]) => number) =>
    Array.from({ length: columns }, (_, c) => {
      const values = table.flatMap(({ cells }) => cells[c]?.value ?? []);
      return values.length > 0 ? { value: pick(values), spread: null, times: 1 } : null;
    });
  return [
    { name: 'lowest', cells: of((v) => v.reduce((a, b) => Math.min(a, b))) },
    { name: 'middle', cells: of(median) },
    { name: 'highest', cells: of((v) => v.reduce((a, b) => Math.max(a, b))) },
  ];
}
