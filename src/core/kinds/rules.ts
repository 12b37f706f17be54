import type { Instrument } from '../instrument/document';
import { sourcesOf } from '../instrument/rules';
import type { Sensor } from '../instrument/sensor';
import type { NoteVoice, Source, Voice } from '../instrument/voices';
import type { Fault } from '../result';
import { counted } from '../units/counted';
import type { Port } from './kind';
import { hasNotes } from './level-voices';
import { lanesOfSource } from './ports';
import { boardOf } from '../instrument/access';
import { wayNamed, wayOf } from '../ways/registry';
import { findKind, kindIds, kindOf } from './registry';

/**
 * The rules that ask a sensor's kind: its lanes, its facts, its calibration, and the ports that voices listen to.
 * @param instrument that keeps the rules of instrument/rules
 */
export function kindFaults(instrument: Instrument): Fault[] {
  const sensors = instrument.sensors.flatMap((s, i) => sensorFaults(s, `sensors.${i}`, instrument));
  return sensors.length > 0
    ? sensors
    : instrument.voices.flatMap((v, i) => voiceFaults(v, `voices.${i}`, instrument));
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
  for (const [name, value] of Object.entries(sensor.facts ?? {})) {
    const fact = kind.facts[name];
    if (!fact) fault(`facts.${name}`, `${kind.name} has no such fact`);
    else if (!(typeof value === 'number' && value >= fact.low && value <= fact.high))
      fault(`facts.${name}`, `must lie in ${fact.low} … ${fact.high} ${fact.unit}, got ${value}`);
  }
  const { calibration } = sensor;
  if (calibration && calibration.is !== kind.way)
    fault('calibration.is', `${kind.name} is measured as ${kind.way}, got ${calibration.is}`);
  else if (calibration) {
    const fullScale = 2 ** boardOf(instrument, sensor).bits - 1;
    faults.push(...wayOf(calibration).faults(calibration, sensor, `${path}.calibration`, fullScale));
  }
  sensor.responses.forEach(({ port, lane }, i) => {
    if (!kind.ports[port]) fault(`responses.${i}.port`, portWords(kind.ports, port));
    else if (lane !== undefined && lanesOfSource(sensor, { port, lane }).length === 0)
      fault(`responses.${i}.lane`, `must name a lane of ${port}, got ${lane}`);
  });
  return faults;
}

/** What each of a voice's sources must carry. */
function voiceFaults(voice: Voice, path: string, instrument: Instrument): Fault[] {
  const wanted: Record<string, Port['carries'][]> = {
    source: ['level', 'gate'],
    gate: ['gate'],
    'pitch.source': ['pitch', 'gate'],
    'velocity.source': ['level'],
  };
  const faults = sourcesOf(voice).flatMap(([field, source]) => {
    const { ports } = findKind(sensorNamed(instrument, source.sensor).kind)!;
    const at = `${path}.${field}.port`;
    const port = ports[source.port];
    if (!port) return [{ path: at, says: portWords(ports, source.port) }];
    const carries = wanted[field];
    if (!carries.includes(port.carries))
      return [
        {
          path: at,
          says: `must carry a ${carries.join(' or a ')}, ${source.port} carries a ${port.carries}`,
        },
      ];
    return sourceLaneFaults(sensorNamed(instrument, source.sensor), source, port, `${path}.${field}.lane`);
  });
  return faults.length > 0 || voice.is !== 'note' ? faults : noteFaults(voice, path, instrument);
}

/** A lane that a source names must be its port's; one level is read at a time. */
function sourceLaneFaults(sensor: Sensor, source: Source, port: Port, path: string): Fault[] {
  const n = lanesOfSource(sensor, source).length;
  if (n === 0) return [{ path, says: `must name a lane of ${source.port}, got ${source.lane}` }];
  const { way } = kindOf(sensor);
  if (source.lane !== undefined && way !== null && !wayNamed(way).heardByLane)
    return [
      { path, says: `${source.port} of ${sensor.name} is heard with all of its lanes: leave the lane out` },
    ];
  if (port.carries === 'level' && n > 1 && kindOf(sensor).way !== null)
    return [{ path, says: `must name one of the ${n} lanes of ${source.port}` }];
  return [];
}

/** A note's lanes need notes; the strength of an attack needs a level, that of a strike a strike. */
function noteFaults(voice: NoteVoice, path: string, instrument: Instrument): Fault[] {
  const { pitch, velocity, gate } = voice;
  const own = sensorNamed(instrument, gate.sensor);
  const from = pitch.is === 'chosen' ? sensorNamed(instrument, pitch.source.sensor) : own;
  const faults: Fault[] = [];
  if (pitch.is !== 'fixed' && !hasNotes(from))
    faults.push({ path: `${path}.pitch`, says: `every lane of ${from.name} needs a note` });
  const { way } = findKind(own.kind)!;
  const { is } = velocity;
  if ((is === 'attack' || is === 'strike') && (way === null || wayNamed(way).strength !== is))
    faults.push({ path: `${path}.velocity.is`, says: `${own.name} has no ${is} to take a velocity from` });
  return faults;
}

const sensorNamed = (instrument: Instrument, id: string): Sensor =>
  instrument.sensors.find((s) => s.id === id)!;

const portWords = (ports: object, got: string) =>
  `must be one of ${Object.keys(ports).join(', ')}, got ${got}`;
