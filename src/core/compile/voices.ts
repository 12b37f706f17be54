import type { Compiled } from '../ways/way';
import type { LaneLevel } from '../ways/level/lane-level';
import { levelOf } from '../ways/level/level-of';
import { CHOOSES, CONTROL_KIND, HEARS, NO_TABLE, VELOCITY } from '../engine/codes';
import { ticksIn } from '../engine/clock';
import { stairsOf } from '../engine/stairs';
import { channelOf, channelsOfZone, responseAt, zoneOf } from '../instrument/access';
import type { Sensor } from '../instrument/sensor';
import type { ControllerVoice, NoteVoice, PressureVoice, Source, Voice } from '../instrument/voices';
import { lanesOfSource } from '../kinds/ports';
import { kindOf } from '../kinds/registry';
import { LSB_OFFSET, STATUS } from '../midi/messages';
import type { SWITCHED } from '../engine/records';
import type { Of } from '../engine/struct';
import { tableOf } from '../shape/table';
import type { Making } from './making';
import { attackScales, sideMask, slackOf } from '../ways/level/image';

/** Puts a voice into the image; one whose sensors are not there is left out. */
export function compileVoice(m: Making, voice: Voice): void {
  if (voice.is === 'note') return compileNote(m, voice);
  const sensor = sensorNamed(m, voice.source);
  if (!m.sensors.has(sensor.id)) return;
  if (kindOf(sensor).ports[voice.source.port].carries === 'level') compileControl(m, voice, sensor);
  else compileSwitched(m, voice);
}

const sensorNamed = (m: Making, source: Source): Sensor =>
  m.instrument.sensors.find((s) => s.id === source.sensor)!;

/** Status bytes of what a voice sends for its whole zone: one a channel. */
const statusesOf = (m: Making, voice: ControllerVoice | PressureVoice): number[] => {
  const kind = voice.is === 'pressure' ? STATUS.channelPressure : STATUS.controlChange;
  return channelsOfZone(m.instrument, zoneOf(m.instrument, voice)).map((channel) => kind | (channel - 1));
};

function compileControl(m: Making, voice: ControllerVoice | PressureVoice, sensor: Sensor): void {
  const { image } = m.parts;
  const read = levelsRead(m, voice.source)[0];
  if (!read) return;
  const { level, lane } = read;
  const fine = voice.is === 'controller' && voice.bits === 14;
  const from = voice.from ?? 0;
  const to = voice.to ?? (fine ? 16383 : 127);
  const response = responseAt(sensor, voice.source.port, lane.lane);
  const { floor, stairs } = fine ? { floor: 0, stairs: [] } : stairsOf(response, to - from);
  const mask = sideMask(lane, voice.side);
  const control = {
    from: from + floor,
    span: fine ? to - from : stairs.length,
    interval_ticks: voice.perSecond ? ticksIn(1_000_000 / voice.perSecond) : 0,
    curve: fine ? m.parts.table(tableOf(response, image.table_bits)) : m.parts.stair(stairs),
    deadband: Math.max(1, Math.ceil(voice.deadband ?? 0)),
    slack: slackOf(image.levels[level], mask, stairs, lane.noise),
    level,
    side_mask: mask,
    kind:
      voice.is === 'pressure'
        ? CONTROL_KIND.pressure
        : fine
          ? CONTROL_KIND.controller14
          : CONTROL_KIND.controller7,
    controller: voice.is === 'controller' ? voice.controller : 0,
    column: image.levels[level].column,
  };
  for (const status of statusesOf(m, voice)) image.controls.push({ ...control, status });
}

/** The levels that a source reads: places in the image, with their lanes; those alone that were measured and are on the board. */
function levelsRead(m: Making, source: Source): { level: number; lane: LaneLevel; i: number }[] {
  const sensor = sensorNamed(m, source);
  const wanted = lanesOfSource(sensor, source);
  const { index, lanes } = m.sensors.get(sensor.id) ?? { index: 0, lanes: [] };
  return lanes.flatMap((place, i) =>
    wanted.includes(place) ? [{ level: index + i, lane: levelOf(sensor, place)!, i }] : [],
  );
}

/** A gate moves a controller, or pressure, between two values; one of 14 bits as two controllers of 7. */
function compileSwitched(m: Making, voice: ControllerVoice | PressureVoice): void {
  const fine = voice.is === 'controller' && voice.bits === 14;
  const controller = voice.is === 'controller' ? voice.controller : 0;
  const off = voice.from ?? 0;
  const on = voice.to ?? (fine ? 16383 : 127);
  for (const status of statusesOf(m, voice)) {
    if (fine) putSwitched(m, voice, { status, controller, off: off >> 7, on: on >> 7 });
    const low = { controller: controller + LSB_OFFSET, off: off & 127, on: on & 127 };
    putSwitched(m, voice, fine ? { status, ...low } : { status, controller, off, on });
  }
}

function putSwitched(m: Making, voice: ControllerVoice | PressureVoice, switched: Of<typeof SWITCHED>): void {
  listen(m, voice.source, voice, { is: HEARS.switched, index: m.parts.image.switched.length });
  m.parts.image.switched.push(switched);
}

function compileNote(m: Making, voice: NoteVoice): void {
  const { image } = m.parts;
  const own = m.sensors.get(voice.gate.sensor);
  const chosen = voice.pitch.is === 'chosen' ? m.sensors.get(voice.pitch.source.sensor) : own;
  if (!own || !chosen) return;
  const velocity = velocityOf(m, voice);
  if (!velocity) return;
  const index = image.notes.length;
  image.notes.push({ ...velocity, lane: image.note_lanes.length, lanes: chosen.lanes.length });
  putNoteLanes(m, voice, chosen);
  if (voice.pitch.is !== 'chosen') return listen(m, voice.gate, voice, { is: HEARS.note, index });
  const choice = image.choices.length;
  const lanes = chosen.lanes.length;
  image.choices.push({ note: index, by: CHOOSES[voice.pitch.by], lane: image.choice_lanes, lanes });
  image.choice_lanes += lanes;
  listen(m, voice.gate, voice, { is: HEARS.choiceGate, index: choice });
  listen(m, voice.pitch.source, voice, { is: HEARS.choicePitch, index: choice });
}

/** Channel and note of each lane that the voice can sound on. */
function putNoteLanes(m: Making, voice: NoteVoice, { lanes }: Compiled): void {
  const zone = zoneOf(m.instrument, voice);
  const { pitch } = voice;
  const sensor = sensorNamed(m, pitch.is === 'chosen' ? pitch.source : voice.gate);
  for (const place of lanes)
    m.parts.image.note_lanes.push({
      channel: channelOf(zone, place) - 1,
      note: pitch.is === 'fixed' ? pitch.note : sensor.lanes[place].note!,
    });
}

/** @returns null where it comes from a level that is not there */
function velocityOf(m: Making, { velocity, gate }: NoteVoice) {
  const fixed = { table: NO_TABLE, level: 0, span: 0 };
  if (velocity.is === 'fixed') return { ...fixed, velocity: VELOCITY.fixed, from: velocity.value };
  const range = { from: velocity.from, span: velocity.to - velocity.from };
  if (velocity.is === 'attack') return { ...fixed, velocity: VELOCITY.strength, ...range };
  if (velocity.is === 'level') {
    const read = levelsRead(m, velocity.source)[0];
    if (!read) return null;
    const { level, lane } = read;
    const response = responseAt(sensorNamed(m, velocity.source), velocity.source.port, lane.lane);
    const table = m.parts.table(tableOf(response, m.parts.image.table_bits));
    return { ...fixed, velocity: VELOCITY.level, table, level, ...range };
  }
  answerByResponses(m, gate);
  return { ...fixed, velocity: VELOCITY.strength, ...range };
}

/** Gives each lane of a bank the table of its response; a straight one needs none. */
function answerByResponses(m: Making, source: Source): void {
  const sensor = sensorNamed(m, source);
  const own = m.sensors.get(sensor.id);
  own?.lanes.forEach((place, i) => {
    const response = responseAt(sensor, source.port, sensor.lanes[place].id);
    if (response.family !== 'straight')
      own.answerBy?.(i, m.parts.table(tableOf(response, m.parts.image.table_bits)));
  });
}

/** Lets a listener hear a port: each lane's level gets a gate for it, another bank has its own. */
function listen(m: Making, source: Source, voice: Voice, listener: { is: number; index: number }): void {
  const own = m.sensors.get(source.sensor)!;
  const { image } = m.parts;
  if (own.bank) {
    const heard = m.heard.get(own.bank) ?? [];
    m.heard.set(own.bank, [...heard, listener]);
    return;
  }
  const attack =
    voice.is === 'note' && source === voice.gate && voice.velocity.is === 'attack'
      ? voice.velocity
      : { windowMs: 0, full: 1 };
  for (const { level, lane, i } of levelsRead(m, source))
    image.gates.push({
      window_ticks: ticksIn(attack.windowMs * 1000),
      hold_off_ticks: ticksIn((lane.holdOffMs ?? 0) * 1000),
      attack: attackScales(image.levels[level], attack.full),
      level,
      column: image.levels[level].column,
      side_mask: sideMask(lane, voice.side),
      listener: image.listeners.length,
      listeners: 1,
      lane: i,
    });
  image.listeners.push(listener);
}
