import type { Sensor } from '@/core/instrument/sensor';
import { kindOf } from '@/core/kinds/registry';
import { counted } from '@/core/units/counted';

/** What was measured of a sensor, as short as it can be said. */
export function measuredWords(sensor: Sensor): string {
  const c = sensor.calibration;
  if (!c) return kindOf(sensor).calibration === null ? 'planned' : 'not measured yet';
  if (c.is === 'level') return `rest ${c.rest.toFixed(0)}, reach ${c.reach.up}`;
  if (c.is === 'contacts') return `${c.rest}, ${c.debounceMs} ms`;
  const missing = sensor.lanes.length - c.lanes.length;
  const measured = `${counted(c.lanes.length, 'lane')} measured`;
  return missing > 0 ? `${measured}, ${missing} to do` : measured;
}
