import type { LevelCalibration, LevelLane } from '../ways/level/calibration';
import type { PlaceCalibration, PlaceLane } from '../ways/place/calibration';
import type { SurfaceCalibration } from '../ways/surface/calibration';
import type { AxesCalibration } from '../ways/axes/calibration';
import { HIGHEST_PITCH, LOWEST_PITCH, type ToneCalibration } from '../ways/tone/calibration';
import type { SpeedCalibration } from '../ways/speed/calibration';
import { PHASES, type TurnsCalibration } from '../ways/turns/calibration';
import type { TravelCalibration } from '../ways/travel/calibration';
import type { StrikeCalibration } from '../ways/strike/calibration';
import type { TouchCalibration } from '../ways/touch/calibration';
import { wayOf } from '../ways/registry';
import type { Response } from '../instrument/response';
import type { Lane, Sensor } from '../instrument/sensor';
import type { Random } from '../signal/random';
import { levelLanes } from './level-lanes';

/** For tests: a sensor with another calibration and other responses, of the same structure. @param top highest count of its board */
export function otherSettings(r: Random, sensor: Sensor, top: number): Sensor {
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
  if (c.is === 'turns') {
    const { steps, ends } = encoderSensor(r).calibration as TurnsCalibration;
    return { ...made, calibration: { ...c, steps, ends } };
  }
  if (c.is === 'speed') {
    const other = wheelSensor(r).calibration as SpeedCalibration;
    return {
      ...made,
      calibration: { ...c, lanes: c.lanes.map((own) => ({ ...other.lanes[0], lane: own.lane })) },
    };
  }
  if (c.is === 'tone') {
    const [other] = (toneSensor(r).calibration as ToneCalibration).lanes;
    return {
      ...made,
      calibration: { ...c, lanes: c.lanes.map((own) => ({ ...other, lane: own.lane })) },
    };
  }
  if (c.is === 'surface') {
    const other = surfaceSensor(r, top).calibration as SurfaceCalibration;
    // Which way each lies, and presses, is its structure.
    const alike =
      c.lanes.every((own, i) => rises(own) === rises(other.lanes[i])) && c.polarity === other.polarity;
    return alike ? { ...made, calibration: other } : made;
  }
  if (c.is === 'axes') {
    // To which sides it is tilted is its structure, and its noise decides which of them are wide enough.
    const offset = r.between(0.3, 0.7) * top;
    const pitch = { ...c.pitch, rest: r.between(-180, 180) };
    return {
      ...made,
      calibration: {
        ...c,
        steady: r.between(0.05, 1),
        pitch,
        lanes: c.lanes.map((own) => ({ ...own, offset })),
      },
    };
  }
  if (c.is === 'contacts') return { ...made, calibration: { ...c, debounceMs: r.between(0, 250) } };
  const touch = touchSensor(r, n, top).calibration as TouchCalibration;
  // Which way touching moves the counts is the pads' structure.
  return touch.polarity === (c as TouchCalibration).polarity ? { ...made, calibration: touch } : made;
}

const rises = ({ map }: Pick<PlaceLane, 'map'>): boolean => map[0].place < map.at(-1)!.place;

/** Whether two ribbons rise alike, on the same side of rest. */
const sameWay = (a: PlaceLane, b: PlaceLane): boolean =>
  a.rest > 0 === b.rest > 0 && a.map[0].place < a.map.at(-1)!.place === b.map[0].place < b.map.at(-1)!.place;

/** For tests: one to six sensors of every kind, columns and contacts set. @param top highest count of their board */
export function randomSensors(r: Random, top: number): Sensor[] {
  const levels = Array.from({ length: r.whole(0, 3) }, (_, i) => levelSensor(r, i, top));
  if (r.next() < 0.3) levels.push(levelBank(r, top));
  const banks = [
    ...(r.next() < 0.6 ? [touchSensor(r, lanes(r), top)] : []),
    ...(r.next() < 0.5 ? [strikeSensor(r, lanes(r), top)] : []),
    ...(r.next() < 0.3 ? [unmeasuredContacts(r)] : []),
    ...(r.next() < 0.3 ? [encoderSensor(r)] : []),
    ...(r.next() < 0.3 ? [wheelSensor(r)] : []),
    ...(r.next() < 0.3 ? [tiltSensor(r, top)] : []),
    ...(r.next() < 0.3 ? [surfaceSensor(r, top)] : []),
    ...(r.next() < 0.5 ? [switchSensor(r, 'keys')] : []),
    ...(r.next() < 0.2 ? [switchSensor(r, 'more')] : []),
    ...(r.next() < 0.3 ? [travelSensor(r, r.whole(1, 6), top)] : []),
    ...(r.next() < 0.4 ? [ribbonSensor(r, 'ribbon', top)] : []),
    ...(r.next() < 0.2 ? [ribbonSensor(r, 'strip', top)] : []),
    ...(r.next() < 0.3 ? [toneSensor(r)] : []),
  ];
  const all = [...levels, ...banks];
  return all.length > 0 ? all : [levelSensor(r, 0, top)];
}

/** Mostly few. */
const lanes = (r: Random) => (r.next() < 0.9 ? r.whole(1, 12) : r.whole(13, 88));

/** For tests: one level, on one side of rest or both. @param i its place among its instrument's */
export function levelSensor(r: Random, i: number, top: number): Sensor {
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
  const on = r.whole(2, 40);
  const calibration: PlaceCalibration = {
    is: 'place',
    spacing: 'equal',
    lanes: [
      {
        ...{ lane: id, rest: r.next() < 0.5 ? 0 : top, noise: 1, on, off: r.whole(1, on - 1) },
        ...{ touchedNoise: r.next(), drop: r.between(0.001, 0.2), settle: r.whole(1, 8) },
        map: randomMap(r, top),
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
  }));
  return { id: 'knobs', name: 'Knobs', kind: 'encoder', board: 'board', lanes, responses: [] };
}

/** Encoders of every sort. */
function encoderSensor(r: Random): Sensor {
  const lanes = Array.from({ length: r.whole(1, 3) }, (_, i) => ({
    id: `t${i}`,
    contacts: [`t${i}a`, `t${i}b`],
  }));
  const calibration: TurnsCalibration = {
    is: 'turns',
    steps: r.next() < 0.5 ? r.whole(4, 20) : r.whole(4, 16384),
    ends: r.next() < 0.5 ? 'stop' : 'wrap',
    lanes: lanes.map(({ id }) => ({
      lane: id,
      rests: RESTS[r.whole(0, RESTS.length - 1)],
      leads: r.next() < 0.5 ? 'first' : 'second',
    })),
    takes: [],
    method: 'random',
  };
  const responses = r.next() < 0.5 ? [] : [{ port: 'turn', ...randomResponse(r) }];
  return { id: 'dials', name: 'Dials', kind: 'encoder', board: 'board', lanes, responses, calibration };
}

/** Wheels that pass magnets. */
function wheelSensor(r: Random): Sensor {
  const lanes = Array.from({ length: r.whole(1, 2) }, (_, i) => ({
    ...{ id: `w${i}`, contacts: [`w${i}`] },
    note: r.whole(0, 127),
  }));
  const calibration: SpeedCalibration = {
    is: 'speed',
    lanes: lanes.map(({ id }) => {
      const fastestMs = r.between(1, 60);
      const slowestMs = fastestMs * r.between(1.5, 30);
      return {
        ...{ lane: id, fastestMs, slowestMs, stopMs: slowestMs * r.between(1.25, 1.6) },
        ...{ bounceMs: r.between(0, 5), unevenness: r.between(0, 0.2), smoothing: r.whole(0, 3) },
      };
    }),
    takes: [],
    method: 'random',
  };
  const responses = r.next() < 0.5 ? [] : [{ port: 'speed', ...randomResponse(r) }];
  return { id: 'wheels', name: 'Wheels', kind: 'wheel-speed', board: 'board', lanes, responses, calibration };
}

/** A tone of any pitch that a board can follow. */
function toneSensor(r: Random): Sensor {
  const lanes = [{ id: 'o0', contacts: ['o0'] }];
  const calibration: ToneCalibration = {
    is: 'tone',
    lanes: lanes.map(({ id }) => {
      const lowest = r.between(LOWEST_PITCH, 90);
      return {
        ...{ lane: id, lowest, highest: Math.min(HIGHEST_PITCH, lowest + r.between(3, 40)) },
        ...{ presence: r.whole(1, 8), noise: r.between(0, 30), smoothing: r.whole(0, 4) },
      };
    }),
    takes: [],
    method: 'random',
  };
  const responses = r.next() < 0.5 ? [] : [{ port: 'pitch', ...randomResponse(r) }];
  return {
    id: 'pipes',
    name: 'Pipes',
    kind: 'mouth-resonator',
    board: 'board',
    lanes,
    responses,
    calibration,
  };
}

/** Three axes that tell which way is down. */
function tiltSensor(r: Random, top: number): Sensor {
  const lanes = ['x', 'y', 'z'].map((axis) => ({ id: `g${axis}`, column: `g${axis}` }));
  const range = () => ({
    rest: r.between(-180, 180),
    up: r.between(10, 175),
    down: r.next() < 0.3 ? 0 : r.between(10, 175),
  });
  const calibration: AxesCalibration = {
    is: 'axes',
    steady: r.between(0.05, 1),
    roll: range(),
    pitch: range(),
    lanes: lanes.map(({ id }) => ({
      ...{ lane: id, offset: r.between(0.3, 0.7) * top, gain: Math.max(16, r.between(0.02, 0.3) * top) },
      ...{ noise: r.between(0.3, 4), offsetError: 0, gainError: 0 },
    })),
    takes: [],
    method: 'random',
  };
  const responses = r.next() < 0.5 ? [] : [{ port: 'roll', ...randomResponse(r) }];
  return { id: 'tilt', name: 'Tilt', kind: 'tilt', board: 'board', lanes, responses, calibration };
}

/** A surface that is touched across and along. */
function surfaceSensor(r: Random, top: number): Sensor {
  const lanes = ['x', 'y', 'press'].map((own) => ({ id: `f${own}`, column: `f${own}` }));
  const on = r.whole(2, top >> 3);
  const axis = ({ id }: { id: string }) => ({ lane: id, touchedNoise: r.next(), map: randomMap(r, top) });
  const calibration: SurfaceCalibration = {
    is: 'surface',
    polarity: r.next() < 0.7 ? 'rising' : 'falling',
    settle: r.whole(1, 8),
    lanes: [axis(lanes[0]), axis(lanes[1])],
    press: {
      ...{ lane: lanes[2].id, rest: r.whole(0, top), noise: 1, on, off: r.whole(1, on - 1) },
      reach: r.whole(on + 4, top),
    },
    takes: [],
    method: 'random',
  };
  const responses = r.next() < 0.5 ? [] : [{ port: 'x', ...randomResponse(r) }];
  return { id: 'field', name: 'Field', kind: 'touch-surface', board: 'board', lanes, responses, calibration };
}

/** From counts to places that rise or fall. */
function randomMap(r: Random, top: number): PlaceLane['map'] {
  const [low, high] = [r.whole(0, top >> 2), r.whole(top >> 1, top)];
  const n = r.whole(2, 6);
  const falls = r.next() < 0.4;
  return Array.from({ length: n }, (_, i) => (i + 0.8 * r.next()) / n).map((place, i) => ({
    count: low + Math.floor(((high - low) * (i + 0.5 * r.next())) / n),
    place: falls ? 1 - place : place,
  }));
}

const RESTS: TurnsCalibration['lanes'][0]['rests'][] = [
  ['none'],
  ['first'],
  ['both'],
  ['none', 'both'],
  ['first', 'second'],
  [...PHASES],
];

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
