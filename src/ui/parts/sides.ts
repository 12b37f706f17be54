import type { Sensor } from '@/core/instrument/sensor';
import { kindOf } from '@/core/kinds/registry';

/** The two ways of a sensor with a middle rest, as words after a number: what its player does. */
export function sidesOf(sensor: Sensor): { outward: string; inward: string } {
  const verb = sensor.verb ?? kindOf(sensor).verb;
  if (verb === 'blow') return { outward: 'blowing', inward: 'breathing in' };
  return verb === 'push'
    ? { outward: 'pushing', inward: 'drawing' }
    : { outward: 'one way', inward: 'the other way' };
}
