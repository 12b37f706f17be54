import type { Sensor } from '@/core/instrument/sensor';
import { kindOf } from '@/core/kinds/registry';
import { wayOf } from '@/core/ways/registry';

/** Whether a sensor is played from its rest to one side alone; what was not measured is taken as its kind usually is. */
export function playsOneWay(sensor: Sensor): boolean {
  const { calibration: c } = sensor;
  const { family, letGo } = kindOf(sensor);
  return c ? wayOf(c).onlyWay(c) !== null : family !== 'breath' && letGo !== 'returns';
}
