import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import type { Fault } from '../result';
import { counted } from '../units/counted';
import { lanesOfSource } from './ports';
import { boardOf } from '../instrument/access';
import { MOST_SCENE_VALUES } from '../instrument/limits';
import { wayOf } from '../ways/registry';
import { findKind, kindIds } from './registry';

/**
 * The rules that ask a sensor's kind: its lanes, its facts, its calibration, and the ports that its responses name.
 * @param instrument that keeps the rules of instrument/rules
 */
export const kindFaults = (instrument: Instrument): Fault[] => [
  ...instrument.sensors.flatMap((s, i) => sensorFaults(s, `sensors.${i}`, instrument)),
  ...sceneValueFaults(instrument),
];

/** The runtime counts in eight bits what is kept for each scene. */
function sceneValueFaults({ boards, sensors, scenes }: Instrument): Fault[] {
  return boards.flatMap((board, i) => {
    const kept = sensors
      .filter((s) => s.board === board.id)
      .reduce((n, { calibration: c }) => n + (c ? (wayOf(c).keptForScenes?.(c) ?? 0) : 0), 0);
    const got = kept * scenes.length;
    const says = `encoders can keep at most ${MOST_SCENE_VALUES} values, one for each scene, got ${got}`;
    return got > MOST_SCENE_VALUES ? [{ path: `boards.${i}`, says }] : [];
  });
}

/** Numbers of a part's sheet must be those of its kind, each within its range. */
export function factFaults({ kind: id, facts = {} }: Pick<Sensor, 'kind' | 'facts'>, path: string): Fault[] {
  const kind = findKind(id)!;
  return Object.entries(facts).flatMap(([name, value]) => {
    const at = `${path}.facts.${name}`;
    const fact = Object.hasOwn(kind.facts, name) ? kind.facts[name] : undefined;
    if (!fact) return [{ path: at, says: `${kind.name} has no such fact` }];
    return typeof value === 'number' && value >= fact.low && value <= fact.high
      ? []
      : [{ path: at, says: `must lie in ${fact.low} … ${fact.high} ${fact.unit}, got ${value}` }];
  });
}

function sensorFaults(sensor: Sensor, path: string, instrument: Instrument): Fault[] {
  const kind = findKind(sensor.kind);
  if (!kind)
    return [{ path: `${path}.kind`, says: `must be one of ${kindIds().join(', ')}, got ${sensor.kind}` }];
  const faults: Fault[] = [];
  const fault = (field: string, says: string) => faults.push({ path: `${path}.${field}`, says });
  const { least, most, are } = kind.lanes;
  const n = sensor.lanes.length;
  if (n < least || n > most) fault('lanes', `${kind.name} has ${least} … ${most} lanes, got ${n}`);
  sensor.lanes.forEach((lane, i) => {
    if (are === 'counts' && lane.column === undefined) fault(`lanes.${i}.column`, 'a column is required');
    if (are === 'counts' && lane.contacts) fault(`lanes.${i}.contacts`, `${kind.name} has no contacts`);
    const each = kind.lanes.contacts ?? 1;
    if (are === 'contacts' && lane.contacts?.length !== each)
      fault(
        `lanes.${i}.contacts`,
        `${counted(each, 'contact')} a lane required, got ${lane.contacts?.length ?? 0}`,
      );
    if (are === 'contacts' && lane.column) fault(`lanes.${i}.column`, `${kind.name} has contacts, no column`);
  });
  faults.push(...factFaults(sensor, path));
  const { calibration } = sensor;
  if (calibration && calibration.is !== kind.way)
    fault('calibration.is', `${kind.name} is measured as ${kind.way}, got ${calibration.is}`);
  else if (calibration) {
    const fullScale = 2 ** boardOf(instrument, sensor).bits - 1;
    faults.push(...wayOf(calibration).faults(calibration, sensor, `${path}.calibration`, fullScale));
  }
  sensor.responses.forEach(({ port, lane, filter }, i) => {
    if (!kind.ports[port]) fault(`responses.${i}.port`, portWords(kind.ports, port));
    else if (lane !== undefined && lanesOfSource(sensor, { port, lane }).length === 0)
      fault(`responses.${i}.lane`, `must name a lane of ${port}, got ${lane}`);
    else if (filter && kind.ports[port].carries !== 'level')
      fault(`responses.${i}.filter`, `only a level can be filtered, and ${port} is none`);
  });
  return faults;
}

export const portWords = (ports: object, got: string) =>
  `must be one of ${Object.keys(ports).join(', ')}, got ${got}`;
