import type { Sensor } from '../../instrument/sensor';
import type { Fault } from '../../result';
import { laneFaults } from '../lane-records';
import { timesFault } from '../strokes/law';
import type { DepthCalibration, DepthLane } from './calibration';

/** A key moves its counts by so many at least. */
export const LEAST_TRAVEL = 8;

/** Damper, re-arm and strike follow one another down; each key moves its counts, and its table rises from rest to bottom. */
export function depthFaults(c: DepthCalibration, sensor: Sensor, path: string, fullScale: number): Fault[] {
  const faults: Fault[] = [];
  if (c.rearm >= c.strike)
    faults.push({ path: `${path}.rearm`, says: `must lie above strike (${c.strike}), got ${c.rearm}` });
  if (c.damper > c.rearm)
    faults.push({ path: `${path}.damper`, says: `must not lie below rearm (${c.rearm}), got ${c.damper}` });
  return [
    ...laneFaults(c.lanes, sensor, path),
    ...timesFault(c, path),
    ...faults,
    ...c.lanes.flatMap((lane, i) => laneFault(lane, `${path}.lanes.${i}`, fullScale)),
  ];
}

function laneFault({ rest, bottom, table = [] }: DepthLane, path: string, fullScale: number): Fault[] {
  const out = [rest, bottom].find((count) => count > fullScale);
  if (out !== undefined) return [{ path, says: `must lie in 0 … ${fullScale} counts, got ${out}` }];
  if (Math.abs(bottom - rest) < LEAST_TRAVEL)
    return [
      {
        path: `${path}.bottom`,
        says: `must lie ${LEAST_TRAVEL} counts or more from rest (${rest}), got ${bottom}`,
      },
    ];
  const way = Math.sign(bottom - rest);
  const all = [{ count: rest, depth: 0 }, ...table, { count: bottom, depth: 1 }];
  const falls = all.findIndex(
    (p, i) => i > 0 && (way * (p.count - all[i - 1].count) <= 0 || p.depth < all[i - 1].depth),
  );
  return falls < 0
    ? []
    : [{ path: `${path}.table`, says: 'must go from rest to bottom without turning back' }];
}
