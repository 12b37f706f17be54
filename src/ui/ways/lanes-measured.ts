import { lanesLeft } from '@/core/ways/registry';
import type { Sensor } from '@/core/instrument/sensor';
import { counted } from '@/core/units/counted';

/** How many lanes of a bank were measured, and how many are to do. */
export function lanesMeasured(sensor: Sensor): { all: string; short: string } {
  const left = lanesLeft(sensor);
  const all = sensor.lanes.length;
  const measured = `${counted(all - left, 'lane')} measured`;
  return left > 0
    ? { all: `${measured}, ${left} to do`, short: `${all - left} of ${all}` }
    : { all: measured, short: `all ${all}` };
}
