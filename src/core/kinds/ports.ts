import type { Sensor } from '../instrument/sensor';
import type { Port } from './kind';
import { kindOf } from './registry';

/** The first port of a sensor that carries this, or null. */
export function portThat(sensor: Sensor, carries: Port['carries']): string | null {
  const found = Object.entries(kindOf(sensor).ports).find(([, port]) => port.carries === carries);
  return found ? found[0] : null;
}

/** The port of its level, or null. */
export const levelPort = (sensor: Sensor): string | null => portThat(sensor, 'level');

/** The port of its gate, or null. */
export const gatePort = (sensor: Sensor): string | null => portThat(sensor, 'gate');
