import { lanesOfSource } from '../kinds/ports';
import { kindOf } from '../kinds/registry';
import { PROGRAMS } from '../instrument/board';
import { responseAt, withResponse } from '../instrument/access';
import { newInstrument } from '../instrument/create';
import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import {
  JOINS,
  LIGHT_SHOWS,
  type ControllerVoice,
  type LightVoice,
  type NoteVoice,
  type Pitch,
  type Source,
  type Velocity,
  type Voice,
} from '../instrument/voices';
import { playsAlone } from '../instrument/rules';
import { MOST_MUTES, TRANSPORTS, type Clock, type Selector } from '../instrument/scenes';
import type { Zone } from '../instrument/zones';
import { curvesOf } from '../shape/families';
import { isBent } from '../stages/zones';
import { randomAlong, randomExtras, randomFingering, randomMpe, randomTunings } from './random-pitches';
import { wayNamed } from '../ways/registry';
import { random, type Random } from '../signal/random';
import { randomFilter } from './random-response';
import { encoderSensor } from './random-derived';
import { levelSensor, otherSettings, randomSensors, travelSensor } from './random-sensors';

/**
 * A valid instrument from a seed: one to six sensors of every kind, any resolution and any wire, levels one- or two-sided,
 * rising or falling, banks of one to 88 lanes; voices of every sort, in single zones, a channel a lane and MPE, in several tunings; none to 32 scenes.
 */
export function randomInstrument(seed: number): Instrument {
  const r = random(seed);
  const bits = r.whole(8, 16);
  const instrument = newInstrument(`random-${seed}`, `Random ${seed}`, '2026-01-01T00:00:00Z');
  const midiBaud = r.next() < 0.6 ? 31_250 : r.whole(9600, 2_000_000);
  Object.assign(instrument.boards[0], { bits, tableBits: r.whole(4, 8), midiBaud });
  instrument.sensors = randomSensors(r, 2 ** bits - 1);
  instrument.zones = Array.from({ length: r.whole(1, 3) }, (_, i) => randomZone(r, i));
  if (r.next() < 0.4) instrument.zones.push(...randomMpe(r));
  instrument.tunings = randomTunings(r);
  const scenes = r.next() < 0.5 ? 0 : r.next() < 0.5 ? r.whole(1, 4) : r.whole(5, 32);
  instrument.scenes = Array.from({ length: scenes }, (_, i) => ({
    ...{ id: `scene${i}`, name: `Scene ${i}` },
    ...(r.next() < 0.5 ? { ends: true } : {}),
  }));
  instrument.voices = randomVoices(r, instrument);
  instrument.selectors = randomSelectors(r, instrument);
  return instrument;
}

/** Like {@link randomInstrument}; some have inputs, and some are themselves one of another board. */
export function randomServed(seed: number): Instrument {
  const r = random(seed);
  const instrument = randomInstrument(seed);
  const [board] = instrument.boards;
  if (r.next() < 0.4)
    instrument.inputs = Array.from({ length: r.whole(1, 3) }, (_, i) => ({
      ...{ id: `in${i}`, name: `In ${i}`, board: board.id },
      ...(r.next() < 0.3 ? { clock: r.next() < 0.5 } : {}),
      ...(r.next() < 0.5 ? { blocks: [7, r.whole(0, 127)] } : {}),
      ...(r.next() < 0.6 ? { programs: PROGRAMS[r.whole(0, 2)] } : {}),
      ...(r.next() < 0.3 ? { localOff: r.whole(1, 16) } : {}),
    }));
  instrument.sensors = instrument.sensors.map((sensor) => (r.next() < 0.5 ? filtered(r, sensor) : sensor));
  if (r.next() < 0.5) instrument.clock = randomClock(r, board.id);
  if (r.next() < 0.7) instrument.lights = { count: r.whole(4, 40), as: 'clocked' };
  instrument.voices = instrument.voices.map((v) => routed(r, v, instrument));
  instrument.selectors!.push(...randomDoings(r, instrument));
  if (r.next() < 0.7) return instrument;
  instrument.boards.push({ ...board, id: 'next', name: 'Next' });
  instrument.links = [{ from: board.id, to: 'next' }];
  return instrument;
}

/** Some of its levels go through a filter, and some of these answer otherwise on their other side. */
function filtered(r: Random, sensor: Sensor): Sensor {
  const ports = Object.entries(kindOf(sensor).ports).filter(([, { carries }]) => carries === 'level');
  return ports.reduce((own, [port]) => {
    if (own.responses.some((each) => each.port === port && each.lane !== undefined)) return own;
    const response = { ...responseAt(own, port), filter: randomFilter(r) };
    // There is room for another curve only where both sides differ as they are.
    const down = { family: 'power' as const, gamma: r.between(0.2, 4) };
    const { up, down: other } = curvesOf({ ...response, down });
    const differs = [0.3, 0.5, 0.8].some((x) => Math.abs(up(x) - other(x)) > 0.1);
    return withResponse(own, port, r.next() < 0.4 && differs ? { ...response, down } : response);
  }, sensor);
}

function randomClock(r: Random, board: string): Clock {
  const least = r.whole(20, 170);
  const most = least + r.whole(1, 127);
  return { board, least, most, bpm: r.whole(least, most) };
}

/** Some levels are parameters, programs, lights or a tempo; some go the other way round; some notes stay where others are shifted. */
function routed(r: Random, voice: Voice, { sensors, clock, lights }: Instrument): Voice {
  if (voice.is === 'note') return { ...voice, ...(r.next() < 0.3 ? { stays: true } : {}) };
  if (voice.is !== 'controller') return voice;
  const { kind } = sensors.find((s) => s.id === voice.source.sensor)!;
  const { from = 0, to = 127, bits } = voice;
  const common = { ...voice, ...joinedWith(r, voice, sensors), controller: undefined, bits: undefined };
  const turned = r.next() < 0.4 ? { from: to, to: from } : { from, to };
  if (lights && bits !== 14 && r.next() < 0.4)
    return { ...common, ...turned, is: 'light', ...randomShow(r, lights.count) };
  const sort = r.next();
  if (sort < 0.5) return { ...voice, ...joinedWith(r, voice, sensors), ...turned };
  if (sort < 0.7 && bits !== 14) return { ...common, ...turned, is: 'program' };
  if (PORTS[kind].level !== voice.source.port) return { ...voice, ...turned };
  if (sort < 0.9 || !clock)
    return {
      ...{ ...common, ...turned, is: 'parameter', parameter: r.whole(0, 16383), bits },
      ...(r.next() < 0.5 ? { registered: true } : {}),
    };
  const ends = [r.whole(clock.least, clock.most), r.whole(clock.least, clock.most)];
  if (ends[0] === ends[1]) return { ...voice, ...turned };
  return { ...common, jumps: undefined, is: 'tempo', from: ends[0], to: ends[1] };
}

function randomShow(r: Random, lights: number): Pick<LightVoice, 'shows' | 'lights' | 'colour' | 'under'> {
  const colour = () => `#${r.whole(0, 0xffffff).toString(16).padStart(6, '0')}`;
  return {
    ...{ shows: LIGHT_SHOWS[r.whole(0, 3)], lights: [r.whole(1, lights), r.whole(1, lights)] },
    ...{ colour: colour(), under: r.next() < 0.4 ? colour() : undefined },
  };
}

/** Now and then a level is read with others, or between shares of its way. */
function joinedWith(
  r: Random,
  { source, bits }: ControllerVoice,
  sensors: Sensor[],
): Partial<ControllerVoice> {
  const levels = sensors.filter((s) => PORTS[s.kind].level);
  const isLevel = levels.some((s) => s.id === source.sensor && PORTS[s.kind].level === source.port);
  const any = () => {
    const own = levels[r.whole(0, levels.length - 1)];
    return levelSource(r, own, PORTS[own.kind].level!);
  };
  const by = JOINS[r.whole(0, 3)];
  return {
    ...(isLevel && r.next() < 0.4
      ? { join: { by, with: by === 'crossfade' ? [any(), any()] : [any()] } }
      : {}),
    // Steps of a part must not lie closer than its jumps.
    ...(isLevel && bits === 14 && r.next() < 0.5 ? { between: [r.between(0, 0.4), r.between(0.5, 1)] } : {}),
  };
}

/** Gates that mute, shift, begin anew, and change the clock. */
function randomDoings(r: Random, instrument: Instrument): Selector[] {
  const notes = instrument.voices.filter(({ is }) => is === 'note').map(({ id }) => id);
  const muted = () => ({ mutes: notes.filter(() => r.next() < 0.6) });
  const doing = (): Partial<Selector> =>
    [
      () => (notes.length > 0 ? { mutes: [notes[0], ...muted().mutes.slice(1)] } : { resets: true as const }),
      () => ({ resets: true as const }),
      () => ({ shift: [12, -12, r.whole(-60, 60), 0][r.whole(0, 3)] }),
      () => (instrument.clock ? { tempo: [5, -5, r.whole(-60, 60), 0][r.whole(0, 3)] } : { shift: 12 }),
      () => (instrument.clock ? { taps: true as const } : { shift: 7 }),
      () => (instrument.clock ? { transport: TRANSPORTS[r.whole(0, 3)] } : { shift: -12 }),
    ][r.whole(0, 5)]();
  return randomGates(r, instrument, doing).slice(0, MOST_MUTES);
}

/** Like {@link randomInstrument}, but levels alone. */
export function randomLevels(seed: number): Instrument {
  const r = random(seed);
  const instrument = randomInstrument(seed);
  const top = 2 ** instrument.boards[0].bits - 1;
  instrument.sensors = Array.from({ length: r.whole(1, 4) }, (_, i) => levelSensor(r, i, top));
  instrument.voices = randomVoices(r, instrument);
  instrument.selectors = randomSelectors(r, instrument);
  return instrument;
}

/** Like {@link randomInstrument}, but with pots and encoders, and every voice in one of two scenes. */
export function randomTwoScenes(seed: number): Instrument {
  const r = random(seed);
  const instrument = randomInstrument(seed);
  const top = 2 ** instrument.boards[0].bits - 1;
  instrument.sensors = [travelSensor(r, r.whole(1, 4), top), encoderSensor(r)];
  instrument.scenes = ['first', 'second'].map((id) => ({ id, name: id }));
  instrument.voices = Array.from({ length: r.whole(2, 6) }, (_, i) => ({
    ...randomVoice(r, i, instrument),
    scenes: [instrument.scenes[i % 2].id],
  }));
  instrument.selectors = randomSelectors(r, instrument);
  return instrument;
}

/** The same instrument with other settings: calibrations, responses, values, notes and channels, but nothing of its structure (how many channels a zone has is). */
export function withOtherSettings(instrument: Instrument, seed: number): Instrument {
  const r = random(seed);
  const top = 2 ** instrument.boards[0].bits - 1;
  return {
    ...instrument,
    sensors: instrument.sensors.map((s) => otherSettings(r, s, top)),
    zones: instrument.zones.map((zone) => {
      if (zone.is === 'mpe') return zone;
      // Where notes bend, the channels are announced: they are structure.
      if (isBent(instrument, zone)) return zone;
      return zone.is === 'single' ? { ...zone, channel: r.whole(1, 16) } : { ...zone, first: r.whole(1, 16) };
    }),
    voices: instrument.voices.map((v) => ({ ...otherVoice(r, v), ...randomScenes(r, instrument) })),
  };
}

/** What selects the scenes. */
function randomSelectors(r: Random, instrument: Instrument): Selector[] {
  const { scenes } = instrument;
  if (scenes.length === 0) return [];
  return randomGates(r, instrument, () =>
    r.next() < 0.6 ? { scene: scenes[r.whole(0, scenes.length - 1)].id } : { step: r.next() < 0.5 ? 1 : -1 },
  );
}

/** Gates of which each does something, some of one lane, some guarded by others. */
function randomGates(r: Random, { sensors }: Instrument, does: () => Partial<Selector>): Selector[] {
  const gates = sensors.filter((s) => PORTS[s.kind].gate);
  if (gates.length === 0) return [];
  const any = () => gates[r.whole(0, gates.length - 1)];
  const guard = () => {
    const own = any();
    return levelSource(r, own, PORTS[own.kind].gate!);
  };
  return Array.from({ length: r.whole(0, 4) }, (): Selector => {
    const own = any();
    return {
      gate: gateOf(r, own, PORTS[own.kind].gate!),
      ...does(),
      ...(r.next() < 0.3 ? { guards: Array.from({ length: r.whole(1, 2) }, guard) } : {}),
    };
  });
}

/** The scenes that a voice lives in: most often it names none. */
function randomScenes(r: Random, { scenes }: Instrument): Pick<Voice, 'scenes'> {
  return r.next() < 0.6 ? {} : { scenes: scenes.map(({ id }) => id).filter(() => r.next() < 0.5) };
}

function otherVoice(r: Random, voice: Voice): Voice {
  if (voice.is === 'note') return voice.pitch.is === 'fixed' ? { ...voice, pitch: randomFixed(r) } : voice;
  const thin = { deadband: r.between(0, 3), perSecond: r.whole(20, 1000) };
  if (voice.is !== 'controller') return { ...voice, ...thin };
  const from = r.whole(0, 60);
  const least = voice.jumps?.length ?? 1;
  const to = r.whole(from + least, voice.bits === 14 ? 16383 : 127);
  return { ...voice, ...thin, controller: r.next() < 0.5 ? voice.controller : r.whole(0, 31), from, to };
}

const randomFixed = (r: Random) => ({ is: 'fixed', note: r.whole(0, 127) }) as const;

function randomZone(r: Random, i: number): Zone {
  const id = `z${i}`;
  return r.next() < 0.6
    ? { is: 'single', id, channel: r.whole(1, 16) }
    : { is: 'lanes', id, first: r.whole(1, 16), count: r.whole(1, 16) };
}

/** Ports by what they carry, of the kinds above. */
const PORTS: Record<string, { level?: string; gate?: string; pitch?: string }> = {
  'breath-gauge': { level: 'breath', gate: 'gate' },
  'pressure-sheet': { level: 'press', gate: 'gate' },
  'touch-pads': { gate: 'touch', pitch: 'pad' },
  'strike-pads': { gate: 'hit' },
  'magnet-keys': { gate: 'key', pitch: 'which' },
  'two-contact-keys': { gate: 'key', pitch: 'which' },
  switch: { gate: 'closed' },
  encoder: { level: 'turn' },
  tilt: { level: 'roll' },
  'touch-surface': { level: 'x', gate: 'touch' },
  'wheel-speed': { level: 'speed', gate: 'turning' },
  'mouth-resonator': { level: 'pitch', gate: 'sounds' },
  pot: { level: 'turn' },
  ribbon: { level: 'place', gate: 'touch' },
};

/** Lanes of all notes together stay within what the runtime counts. */
function randomVoices(r: Random, instrument: Instrument): Voice[] {
  let room = 255;
  return Array.from({ length: r.whole(1, 8) }, (_, i) => randomVoice(r, i, instrument)).filter((v) => {
    if (v.is !== 'note') return true;
    const source = v.pitch.is === 'chosen' ? v.pitch.source : v.gate;
    const lanes = instrument.sensors.find((s) => s.id === source.sensor)!.lanes.length;
    room -= playsAlone(v) ? 1 : lanes;
    return room >= 0;
  });
}

function randomVoice(r: Random, i: number, instrument: Instrument): Voice {
  const { sensors, zones } = instrument;
  const sensor = sensors[r.whole(0, sensors.length - 1)];
  const { level, gate } = PORTS[sensor.kind];
  const common = {
    id: `v${i}`,
    side: (['both', 'up', 'down'] as const)[r.whole(0, 2)],
    zone: zones[r.whole(0, zones.length - 1)].id,
    ...randomScenes(r, instrument),
  };
  const sort = r.whole(0, 4);
  if (sort >= 3 && gate)
    return randomNote(r, { ...common, gate: gateOf(r, sensor, gate) }, sensor, instrument);
  const from = r.whole(0, 60);
  const fine = sort === 1;
  const source = level ? levelSource(r, sensor, level) : gateOf(r, sensor, gate!);
  const thin = {
    deadband: r.next() < 0.5 ? 0 : r.between(0, 3),
    perSecond: r.next() < 0.5 ? undefined : r.whole(20, 1000),
  };
  const gates = sensors.filter((s) => PORTS[s.kind].gate);
  if (level && gates.length > 0 && r.next() < 0.25) {
    const own = gates[r.whole(0, gates.length - 1)];
    Object.assign(thin, { while: gateOf(r, own, PORTS[own.kind].gate!) });
  }
  if (sort === 2 && r.next() < 0.6)
    return { ...common, ...thin, is: 'pressure', source, ...randomJumps(r, 127) };
  if (sort === 2 && level)
    return r.next() < 0.5
      ? { ...common, ...thin, is: 'bend', source, semitones: r.between(0.5, 24) }
      : { ...common, ...thin, is: 'poly-pressure', source, ...randomJumps(r, 127) };
  const to = r.whole(from + 1, fine ? 16383 : 127);
  return {
    ...common,
    ...thin,
    is: 'controller',
    source,
    controller: r.whole(0, 31),
    bits: fine ? 14 : 7,
    from,
    to,
    ...(fine ? {} : randomJumps(r, to - from)),
  };
}

/** Now and then a value jumps. */
function randomJumps(r: Random, steps: number): { jumps?: number[] } {
  if (r.next() < 0.75) return {};
  const n = Math.min(steps, r.whole(1, 4));
  return { jumps: Array.from({ length: n }, (_, i) => (i + r.between(0.1, 1)) / n) };
}

/** A level, of one lane where there are several. */
function levelSource(r: Random, sensor: Sensor, port: string): Source {
  const source = { sensor: sensor.id, port };
  const own = lanesOfSource(sensor, source).map((place) => sensor.lanes[place]);
  return own.length > 1 ? { ...source, lane: own[r.whole(0, own.length - 1)].id } : source;
}

/** A gate: of a level's lanes now and then of one alone. */
function gateOf(r: Random, sensor: Sensor, port: string): Source {
  const alone = r.next() < 0.3;
  return alone ? levelSource(r, sensor, port) : { sensor: sensor.id, port };
}

function randomNote(
  r: Random,
  voice: Pick<NoteVoice, 'id' | 'side' | 'zone' | 'gate'>,
  sensor: Sensor,
  instrument: Instrument,
): NoteVoice {
  const { sensors } = instrument;
  const low = r.whole(1, 100);
  const range = { from: low, to: r.whole(low, 127) };
  const levels = sensors.filter((s) => PORTS[s.kind].level);
  const level = levels.length > 0 ? levels[r.whole(0, levels.length - 1)] : undefined;
  const port = level && PORTS[level.kind].level!;
  const choosers = sensors.filter((s) => s.lanes.every((lane) => lane.note !== undefined));
  const chooser = choosers.length > 0 ? choosers[r.whole(0, choosers.length - 1)] : undefined;
  const velocities: Velocity[] = [
    { is: 'fixed', value: low },
    ...(level ? [{ is: 'level', source: levelSource(r, level, port!), ...range } as const] : []),
    ...(kindOf(sensor).way === 'level'
      ? [{ is: 'attack', windowMs: r.whole(0, 12), full: r.whole(1, 4000), ...range } as const]
      : []),
    ...(wayNamed(kindOf(sensor).way).strength === 'strike' ? [{ is: 'strike', ...range } as const] : []),
  ];
  const banks = sensors.flatMap((s) =>
    PORTS[s.kind].gate ? [{ sensor: s, port: PORTS[s.kind].gate! }] : [],
  );
  const fingers = randomFingering(r, banks);
  const pitches: Pitch[] = [
    ...(level ? [randomAlong(r, levelSource(r, level, port!), level.kind === 'mouth-resonator')] : []),
    ...(fingers ? [fingers] : []),
    randomFixed(r),
    ...(sensor.lanes.every(({ note }) => note !== undefined) ? [{ is: 'lane' } as const] : []),
    ...(chooser
      ? [
          {
            is: 'chosen',
            source: { sensor: chooser.id, port: (PORTS[chooser.kind].pitch ?? PORTS[chooser.kind].gate)! },
            by: r.next() < 0.5 ? 'last' : 'highest',
          } as const,
        ]
      : []),
  ];
  const gate = () => {
    const { sensor: own, port } = banks[r.whole(0, banks.length - 1)];
    return gateOf(r, own, port);
  };
  return {
    ...voice,
    ...randomExtras(r, instrument, gate),
    is: 'note',
    velocity: velocities[r.whole(0, velocities.length - 1)],
    pitch: pitches[r.whole(0, pitches.length - 1)],
  };
}
