import type { LevelCalibration, LevelLane } from '../ways/level/calibration';
import type { PlaceCalibration, PlaceLane } from '../ways/place/calibration';
import type { TravelCalibration } from '../ways/travel/calibration';
import type { StrikeCalibration } from '../ways/strike/calibration';
import type { TouchCalibration } from '../ways/touch/calibration';
import { kindOf } from '../kinds/registry';
import { wayOf } from '../ways/registry';
import { newInstrument } from '../instrument/create';
import type { Instrument } from '../instrument/document';
import type { Response } from '../instrument/response';
import type { Lane, Sensor } from '../instrument/sensor';
import type { NoteVoice, Pitch, Source, Velocity, Voice } from '../instrument/voices';
import type { Zone } from '../instrument/zones';
import { levelLanes } from './level-lanes';
import { random, type Random } from '../signal/random';

/**
 * A valid instrument from a seed: one to six sensors of every kind, any resolution and any wire, levels one- or two-sided,
 * rising or falling, banks of one to 88 lanes; voices of every sort, in single zones and a channel a lane; none to 32 scenes.
 */
export function randomInstrument(seed: number): Instrument {
  const r = random(seed);
  const bits = r.whole(8, 16);
  const instrument = newInstrument(`random-${seed}`, `Random ${seed}`, '2026-01-01T00:00:00Z');
  const midiBaud = r.next() < 0.6 ? 31_250 : r.whole(9600, 2_000_000);
  Object.assign(instrument.boards[0], { bits, tableBits: r.whole(4, 8), midiBaud });
  instrument.sensors = randomSensors(r, 2 ** bits - 1);
  instrument.zones = Array.from({ length: r.whole(1, 3) }, (_, i) => randomZone(r, i));
  const scenes = r.next() < 0.5 ? 0 : r.next() < 0.5 ? r.whole(1, 4) : r.whole(5, 32);
  instrument.scenes = Array.from({ length: scenes }, (_, i) => ({ id: `scene${i}`, name: `Scene ${i}` }));
  instrument.voices = randomVoices(r, instrument);
  return instrument;
}

/** Like {@link randomInstrument}, but levels alone. */
export function randomLevels(seed: number): Instrument {
  const r = random(seed);
  const instrument = randomInstrument(seed);
  const top = 2 ** instrument.boards[0].bits - 1;
  instrument.sensors = Array.from({ length: r.whole(1, 4) }, (_, i) => levelSensor(r, i, top));
  instrument.voices = randomVoices(r, instrument);
  return instrument;
}

/** The same instrument with other settings: calibrations, responses, values, notes and channels, but nothing of its structure (how many channels a zone has is). */
export function withOtherSettings(instrument: Instrument, seed: number): Instrument {
  const r = random(seed);
  const top = 2 ** instrument.boards[0].bits - 1;
  return {
    ...instrument,
    sensors: instrument.sensors.map((s) => otherSettings(r, s, top)),
    zones: instrument.zones.map((zone) =>
      zone.is === 'single' ? { ...zone, channel: r.whole(1, 16) } : { ...zone, first: r.whole(1, 16) },
    ),
    voices: instrument.voices.map((v) => ({ ...otherVoice(r, v), ...randomScenes(r, instrument) })),
  };
}

/** The scenes that a voice lives in: most often it names none. */
function randomScenes(r: Random, { scenes }: Instrument): Pick<Voice, 'scenes'> {
  return r.next() < 0.6 ? {} : { scenes: scenes.map(({ id }) => id).filter(() => r.next() < 0.5) };
}

function otherSettings(r: Random, sensor: Sensor, top: number): Sensor {
  const c = sensor.calibration;
  const n = sensor.lanes.length;
  const lanes = sensor.lanes.map((lane) => ({ ...lane, note: r.whole(0, 127) }));
  // A lane of a strike bank has a table of its own or not: there is no room for others.
  const responses = sensor.responses.map((response) => {
    const { port, lane } = response;
    return c && wayOf(c).strength === 'strike' && lane ? response : { port, lane, ...randomResponse(r) };
  });
  const made = { ...sensor, lanes, responses };
  if (!c) return made;
  if (c.is === 'level')
    return {
      ...made,
      calibration: randomLevel(
        r,
        top,
        c.lanes.map(({ lane }) => lane),
      ),
    };
  if (c.is === 'strike') return { ...made, calibration: strikeSensor(r, n, top).calibration };
  if (c.is === 'travel') return { ...made, calibration: travelSensor(r, n, top).calibration };
  if (c.is === 'place') {
    // Which way it lies is its structure.
    const other = ribbonSensor(r, sensor.id, top).calibration as PlaceCalibration;
    const [own] = c.lanes;
    return sameWay(own, other.lanes[0]) ? { ...made, calibration: other } : made;
  }
  if (c.is === 'contacts') return { ...made, calibration: { ...c, debounceMs: r.between(0, 250) } };
  const touch = touchSensor(r, n, top).calibration as TouchCalibration;
  // Which way touching moves the counts is the pads' structure.
  return touch.polarity === (c as TouchCalibration).polarity ? { ...made, calibration: touch } : made;
}

/** Whether two ribbons rise alike, on the same side of rest. */
const sameWay = (a: PlaceLane, b: PlaceLane): boolean =>
  a.rest > 0 === b.rest > 0 && a.map[0].place < a.map.at(-1)!.place === b.map[0].place < b.map.at(-1)!.place;

function otherVoice(r: Random, voice: Voice): Voice {
  if (voice.is === 'note') return voice.pitch.is === 'fixed' ? { ...voice, pitch: randomFixed(r) } : voice;
  const thin = { deadband: r.between(0, 3), perSecond: r.whole(20, 1000) };
  if (voice.is === 'pressure') return { ...voice, ...thin };
  const from = r.whole(0, 60);
  const to = r.whole(from + 1, voice.bits === 14 ? 16383 : 127);
  return { ...voice, ...thin, controller: r.next() < 0.5 ? voice.controller : r.whole(0, 31), from, to };
}

const randomFixed = (r: Random) => ({ is: 'fixed', note: r.whole(0, 127) }) as const;

function randomSensors(r: Random, top: number): Sensor[] {
  const levels = Array.from({ length: r.whole(0, 3) }, (_, i) => levelSensor(r, i, top));
  if (r.next() < 0.3) levels.push(levelBank(r, top));
  const banks = [
    ...(r.next() < 0.6 ? [touchSensor(r, lanes(r), top)] : []),
    ...(r.next() < 0.5 ? [strikeSensor(r, lanes(r), top)] : []),
    ...(r.next() < 0.3 ? [unmeasuredContacts(r)] : []),
    ...(r.next() < 0.5 ? [switchSensor(r, 'keys')] : []),
    ...(r.next() < 0.2 ? [switchSensor(r, 'more')] : []),
    ...(r.next() < 0.3 ? [travelSensor(r, r.whole(1, 6), top)] : []),
    ...(r.next() < 0.4 ? [ribbonSensor(r, 'ribbon', top)] : []),
    ...(r.next() < 0.2 ? [ribbonSensor(r, 'strip', top)] : []),
  ];
  const all = [...levels, ...banks];
  return all.length > 0 ? all : [levelSensor(r, 0, top)];
}

/** Mostly few. */
const lanes = (r: Random) => (r.next() < 0.9 ? r.whole(1, 12) : r.whole(13, 88));

function levelSensor(r: Random, i: number, top: number): Sensor {
  return {
    id: `s${i}`,
    name: `Sensor ${i}`,
    kind: 'breath-gauge',
    board: 'board',
    lanes: [{ id: 'breath', column: `c${i}` }],
    responses: [{ port: 'breath', ...randomResponse(r) }],
    calibration: randomLevel(r, top, ['breath']),
  };
}

/** Levels side by side, some lanes with a response of their own, some not measured. */
function levelBank(r: Random, top: number): Sensor {
  const own = bankLanes(r, r.whole(2, 12), 'l');
  const measured = own.filter(() => r.next() < 0.9).map(({ id }) => id);
  const alone = own.filter(() => r.next() < 0.2).map(({ id }) => id);
  return {
    id: 'sheet',
    name: 'Sheet',
    kind: levelLanes.id,
    board: 'board',
    lanes: own,
    responses: [
      { port: 'press', ...randomResponse(r) },
      ...alone.map((lane) => ({ port: 'press', lane, ...randomResponse(r) })),
    ],
    ...(measured.length > 0 ? { calibration: randomLevel(r, top, measured) } : {}),
  };
}

function randomResponse(r: Random): Response {
  const families: Response[] = [
    { family: 'straight' },
    { family: 'power', gamma: r.between(0.2, 4) },
    { family: 'points', points: randomPoints(r) },
  ];
  return families[r.whole(0, 2)];
}

function randomPoints(r: Random): { x: number; y: number }[] {
  const n = r.whole(2, 6);
  const ys = Array.from({ length: n }, () => r.next()).sort((a, b) => a - b);
  return ys.map((y, i) => ({ x: i === n - 1 ? 1 : i / n + (i === 0 ? 0 : 0.05), y }));
}

/** @param own ids of its lanes */
function randomLevel(r: Random, top: number, own: readonly string[]): LevelCalibration {
  const falling = r.next() < 0.2;
  return {
    is: 'level',
    polarity: falling ? 'falling' : 'rising',
    holdOffMs: r.next() < 0.5 ? 0 : r.between(0, 250),
    lanes: own.map((lane) => randomLevelLane(r, top, lane, falling)),
    takes: [],
    method: 'random',
  };
}

function randomLevelLane(r: Random, top: number, lane: string, falling: boolean): LevelLane {
  const twoSided = r.next() < 0.5;
  const rest = twoSided ? r.whole(8, top - 8) : falling ? r.whole(8, top) : r.whole(0, top - 8);
  const side = (sign: number) => {
    const reach = r.whole(4, sign > 0 ? top - rest : rest);
    const on = r.whole(2, reach - 1);
    return { reach, dead: r.whole(0, reach - 1), on, off: r.whole(1, on - 1) };
  };
  const sign = falling ? -1 : 1;
  return { lane, rest, noise: 1, up: side(sign), down: twoSided ? side(-sign) : null };
}

const bankLanes = (r: Random, count: number, stem: string): Lane[] =>
  Array.from({ length: count }, (_, i) => ({
    id: `${stem}${i}`,
    column: `${stem}${i}`,
    note: r.whole(0, 127),
  }));

function touchSensor(r: Random, count: number, top: number): Sensor {
  const falling = r.next() < 0.3;
  const own = bankLanes(r, count, 'p');
  const calibration: TouchCalibration = {
    is: 'touch',
    polarity: falling ? 'falling' : 'rising',
    followPerSecond: r.between(0.05, 60),
    longestTouchS: r.next() < 0.5 ? 1 : r.between(1, 60),
    lanes: own.map(({ id }) => {
      const delta = r.whole(8, top >> 1);
      const on = r.whole(2, delta);
      const untouched = falling ? r.whole(delta, top) : r.whole(0, top - delta);
      return {
        lane: id,
        untouched,
        noise: 1,
        touched: untouched + (falling ? -delta : delta),
        on,
        off: r.whole(1, on - 1),
      };
    }),
    takes: [],
    method: 'random',
  };
  return {
    id: 'pads',
    name: 'Pads',
    kind: 'touch-pads',
    board: 'board',
    lanes: own,
    responses: [],
    calibration,
  };
}

function strikeSensor(r: Random, count: number, top: number): Sensor {
  const own = bankLanes(r, count, 'x');
  const windowMs = r.between(0, 20);
  const calibration: StrikeCalibration = {
    is: 'strike',
    windowMs,
    maskMs: r.between(windowMs, 80),
    halfLifeMs: r.between(1, 60),
    lengthMs: r.between(1, 250),
    ...(r.next() < 0.7 ? { shockShare: r.between(0, 0.5) } : {}),
    lanes: own.map(({ id }) => {
      const on = r.whole(2, top >> 2);
      return { lane: id, rest: r.whole(0, top), noise: 1, on, full: r.whole(on + 1, top) };
    }),
    takes: [],
    method: 'random',
  };
  const alone = own.filter(() => r.next() < 0.1).map(({ id }) => id);
  const responses = [
    ...(r.next() < 0.5 ? [] : [{ port: 'hit', ...randomResponse(r) }]),
    ...alone.map((lane) => ({ port: 'hit', lane, ...randomResponse(r) })),
  ];
  return {
    id: 'stones',
    name: 'Stones',
    kind: 'strike-pads',
    board: 'board',
    lanes: own,
    responses,
    calibration,
  };
}

/** Pots: what stays where it is left. */
function travelSensor(r: Random, count: number, top: number): Sensor {
  const own = bankLanes(r, count, 'k').map(({ id, column }) => ({ id, column }));
  const calibration: TravelCalibration = {
    is: 'travel',
    polarity: r.next() < 0.5 ? 'rising' : 'falling',
    takeover: 'jump',
    lanes: own.map(({ id }) => {
      const low = r.whole(0, top - 20);
      return { lane: id, low, high: r.whole(low + 16, top), noise: r.next(), deadband: r.whole(0, 12) };
    }),
    takes: [],
    method: 'random',
  };
  const responses = [{ port: 'turn', ...randomResponse(r) }];
  return { id: 'pots', name: 'Pots', kind: 'pot', board: 'board', lanes: own, responses, calibration };
}

/** A ribbon that rises or falls, above or below its rest. */
function ribbonSensor(r: Random, id: string, top: number): Sensor {
  const [low, high] = [r.whole(0, top >> 2), r.whole(top >> 1, top)];
  const n = r.whole(2, 6);
  const falls = r.next() < 0.4;
  const places = Array.from({ length: n }, (_, i) => (i + 0.8 * r.next()) / n);
  const on = r.whole(2, 40);
  const calibration: PlaceCalibration = {
    is: 'place',
    spacing: 'equal',
    lanes: [
      {
        ...{ lane: id, rest: r.next() < 0.5 ? 0 : top, noise: 1, on, off: r.whole(1, on - 1) },
        ...{ touchedNoise: r.next(), drop: r.between(0.001, 0.2), settle: r.whole(1, 8) },
        map: places.map((place, i) => ({
          count: low + Math.floor(((high - low) * (i + 0.5 * r.next())) / n),
          place: falls ? 1 - place : place,
        })),
      },
    ],
    takes: [],
    method: 'random',
  };
  const responses = r.next() < 0.5 ? [] : [{ port: 'place', ...randomResponse(r) }];
  const lanes = [{ id, column: id, note: r.whole(0, 127) }];
  return { id, name: id, kind: 'ribbon', board: 'board', lanes, responses, calibration };
}

/** Contacts before those that are measured: their edges come, and play nothing. */
function unmeasuredContacts(r: Random): Sensor {
  const lanes = Array.from({ length: r.whole(1, 3) }, (_, i) => ({
    id: `e${i}`,
    contacts: [`e${i}a`, `e${i}b`],
    note: 40 + i,
  }));
  return { id: 'knobs', name: 'Knobs', kind: 'encoder', board: 'board', lanes, responses: [] };
}

function switchSensor(r: Random, id: string): Sensor {
  return {
    id,
    name: id,
    kind: 'switch',
    board: 'board',
    lanes: Array.from({ length: r.whole(1, 4) }, (_, i) => ({
      id: `${id}${i}`,
      contacts: [`${id}${i}`],
      note: r.whole(0, 127),
    })),
    responses: [],
    calibration: {
      is: 'contacts',
      rest: r.next() < 0.5 ? 'open' : 'closed',
      debounceMs: r.next() < 0.3 ? 0 : r.between(0, 250),
      takes: [],
      method: 'random',
    },
  };
}

function randomZone(r: Random, i: number): Zone {
  const id = `z${i}`;
  return r.next() < 0.6
    ? { is: 'single', id, channel: r.whole(1, 16) }
    : { is: 'lanes', id, first: r.whole(1, 16), count: r.whole(1, 16) };
}

/** Ports by what they carry, of the kinds above. */
const PORTS: Record<string, { level?: string; gate?: string; pitch?: string }> = {
  'breath-gauge': { level: 'breath', gate: 'gate' },
  [levelLanes.id]: { level: 'press', gate: 'gate' },
  'touch-pads': { gate: 'touch', pitch: 'pad' },
  'strike-pads': { gate: 'hit' },
  switch: { gate: 'closed' },
  encoder: { gate: 'step' },
  pot: { level: 'turn' },
  ribbon: { level: 'place', gate: 'touch' },
};

/** Lanes of all notes together stay within what the runtime counts. */
function randomVoices(r: Random, instrument: Instrument): Voice[] {
  let room = 255;
  return Array.from({ length: r.whole(1, 8) }, (_, i) => randomVoice(r, i, instrument)).filter((v) => {
    if (v.is !== 'note') return true;
    const source = v.pitch.is === 'chosen' ? v.pitch.source : v.gate;
    room -= instrument.sensors.find((s) => s.id === source.sensor)!.lanes.length;
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
  const sort = r.whole(0, 3);
  if (sort === 3 && gate) return randomNote(r, { ...common, gate: gateOf(r, sensor, gate) }, sensor, sensors);
  const from = r.whole(0, 60);
  const fine = sort === 1;
  const source = level ? levelSource(r, sensor, level) : gateOf(r, sensor, gate!);
  const thin = {
    deadband: r.next() < 0.5 ? 0 : r.between(0, 3),
    perSecond: r.next() < 0.5 ? undefined : r.whole(20, 1000),
  };
  if (sort === 2) return { ...common, ...thin, is: 'pressure', source };
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
  };
}

/** A level, of one lane where there are several. */
function levelSource(r: Random, { id, lanes: own }: Sensor, port: string): Source {
  const source = { sensor: id, port };
  return own.length > 1 ? { ...source, lane: own[r.whole(0, own.length - 1)].id } : source;
}

/** A gate: of a level's lanes now and then of one alone. */
function gateOf(r: Random, sensor: Sensor, port: string): Source {
  const alone = sensor.kind === levelLanes.id && r.next() < 0.3;
  return alone ? levelSource(r, sensor, port) : { sensor: sensor.id, port };
}

function randomNote(
  r: Random,
  voice: Pick<NoteVoice, 'id' | 'side' | 'zone' | 'gate'>,
  sensor: Sensor,
  sensors: readonly Sensor[],
): NoteVoice {
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
    ...(sensor.kind === 'strike-pads' ? [{ is: 'strike', ...range } as const] : []),
  ];
  const pitches: Pitch[] = [
    randomFixed(r),
    ...(sensor.kind === 'breath-gauge' ? [] : [{ is: 'lane' } as const]),
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
  return {
    ...voice,
    is: 'note',
    velocity: velocities[r.whole(0, velocities.length - 1)],
    pitch: pitches[r.whole(0, pitches.length - 1)],
  };
}
