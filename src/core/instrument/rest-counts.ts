import type { Instrument } from './document';
import type { Sensor } from './sensor';

/** Counts of every column of an instrument while nothing is played, as measured; 0 where it was not. */
export const restCounts = ({ sensors }: Instrument, columns: readonly string[]): number[] => {
  const rests = new Map(sensors.flatMap(restsOf));
  return columns.map((column) => Math.round(rests.get(column) ?? 0));
};

function restsOf({ calibration: c, lanes }: Sensor): [string, number][] {
  return lanes.flatMap(({ id, column }): [string, number][] => {
    if (!column || !c) return [];
    if (c.is === 'level') return [[column, c.rest]];
    if (c.is === 'touch') return c.lanes.filter((l) => l.lane === id).map((l) => [column, l.untouched]);
    if (c.is === 'strike') return c.lanes.filter((l) => l.lane === id).map((l) => [column, l.rest]);
    return [];
  });
}
