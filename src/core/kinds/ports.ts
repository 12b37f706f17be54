import type { Sensor } from '../instrument/sensor';
import type { Source } from '../instrument/voices';
import type { Port } from './kind';
import { wayNamed } from '../ways/registry';
import { kindOf } from './registry';

/** The first port of a sensor that carries this, or null. */
export function portThat(sensor: Sensor, carries: Port['carries']): string | null {
  const found = Object.entries(kindOf(sensor).ports).find(([, port]) => port.carries === carries);
  return found ? found[0] : null;
}

/** Places of the lanes that a source is of, in its sensor: those of its port, or the one that it names. */
export function lanesOfSource(sensor: Sensor, { port, lane }: Pick<Source, 'port' | 'lane'>): number[] {
  const { ports, lanes } = kindOf(sensor);
  const named = ports[port].lane;
  const places = sensor.lanes.map((_, i) => i);
  const own = named === undefined ? places : [lanes.names!.indexOf(named)];
  return lane === undefined ? own : own.filter((i) => sensor.lanes[i].id === lane);
}

/** The port of its level, or null. @param lane that it is to be of, where lanes have ports of their own */
export function levelPort(sensor: Sensor, lane = 0): string | null {
  const found = Object.entries(kindOf(sensor).ports).find(
    ([port, { carries }]) => carries === 'level' && lanesOfSource(sensor, { port }).includes(lane),
  );
  return found ? found[0] : portThat(sensor, 'level');
}

/** Ports that answer by a curve: levels, and gates whose strength is of their own strokes. */
export function shapedPorts(sensor: Sensor): string[] {
  const { ports, way } = kindOf(sensor);
  const strikes = wayNamed(way).strength === 'strike';
  return Object.entries(ports).flatMap(([port, { carries }]) =>
    carries === 'level' || (carries === 'gate' && strikes) ? [port] : [],
  );
}

/** Places of the lanes that a hand plays: those that a port names, where ports name any. */
export function playedLanes(sensor: Sensor): number[] {
  const { ports, lanes } = kindOf(sensor);
  const named = Object.values(ports).flatMap(({ lane }) =>
    lane === undefined ? [] : [lanes.names!.indexOf(lane)],
  );
  return named.length > 0 ? [...new Set(named)].sort((a, b) => a - b) : sensor.lanes.map((_, i) => i);
}

/** The port of its gate, or null. */
export const gatePort = (sensor: Sensor): string | null => portThat(sensor, 'gate');
