import type { LevelCalibration, LevelLane } from '../ways/level/calibration';
import type { PlaceCalibration, PlaceLane } from '../ways/place/calibration';
import type { SurfaceCalibration } from '../ways/surface/calibration';
import type { ToneCalibration } from '../ways/tone/calibration';
import type { SpeedCalibration } from '../ways/speed/calibration';
import type { TurnsCalibration } from '../ways/turns/calibration';
import { TAKEOVERS, type TravelCalibration } from '../ways/travel/calibration';
import { ORDERS, type PairCalibration } from '../ways/pair/calibration';
import type { DepthCalibration } from '../ways/depth/calibration';
import { LAWS } from '../ways/strokes/law';
import type { StrikeCalibration } from '../ways/strike/calibration';
import type { TouchCalibration } from '../ways/touch/calibration';
import { wayOf } from '../ways/registry';
import type { Lane, Sensor } from '../instrument/sensor';
import type { Random } from '../signal/random';
import {
  encoderSensor,
  ribbonSensor,
  surfaceSensor,
  tiltSensor,
  toneSensor,
  wheelSensor,
} from './random-derived';
import { randomFilter, randomResponse } from './random-response';

/** For tests: a sensor with another calibration and other responses, of the same structure. @param top highest count of its board */
export function otherSettings(r: Random, sensor: Sensor, top: number): Sensor {
  const c = sensor.calibration;
  const n = sensor.lanes.length;
  const lanes = sensor.lanes.map((lane) => ({ ...lane, note: r.whole(0, 127) }));
  // A lane of a strike bank has a table of its own or not: there is no room for others.
  const responses = sensor.responses.map((response) => {
    const { port, lane, filter, down } = response;
    if (c && wayOf(c).strength === 'strike' && lane) return response;
    // Of which family its filter is, is its structure.
    return { port, lane, ...randomResponse(r), filter: filter && randomFilter(r, filter.is), down };
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
        c.creep !== undefined,
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
    const { steps, ends, accelerates } = encoderSensor(r).calibration as TurnsCalibration;
    return { ...made, calibration: { ...c, steps, ends, accelerates } };
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
  if (c.is === 'pair') {
    // Which contact comes first, and what it does, is its structure; a law has room for its table or none.
    const other = keySensor(r, n).calibration as PairCalibration;
    const own = c.lanes.map((lane) => ({ ...lane, factor: r.between(0.5, 1.5) }));
    return { ...made, calibration: { ...other, law: c.law, order: c.order, lanes: own } };
  }
  if (c.is === 'depth') {
    // Which way its counts go is a key's structure.
    const other = depthSensor(r, n, top).calibration as DepthCalibration;
    const own = other.lanes.map((lane, i) =>
      lane.bottom > lane.rest === c.lanes[i].bottom > c.lanes[i].rest ? lane : c.lanes[i],
    );
    return { ...made, calibration: { ...other, law: c.law, lanes: own } };
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
    ...(r.next() < 0.4 ? [keySensor(r, lanes(r))] : []),
    ...(r.next() < 0.4 ? [depthSensor(r, lanes(r), top)] : []),
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
    calibration: randomLevel(r, top, ['breath'], r.next() < 0.5),
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
    kind: 'pressure-sheet',
    board: 'board',
    lanes: own,
    responses: [
      { port: 'press', ...randomResponse(r) },
      ...alone.map((lane) => ({ port: 'press', lane, ...randomResponse(r) })),
    ],
    ...(measured.length > 0 ? { calibration: randomLevel(r, top, measured, r.next() < 0.5) } : {}),
  };
}

/** @param own ids of its lanes @param creeps whether its rest may be followed */
function randomLevel(r: Random, top: number, own: readonly string[], creeps: boolean): LevelCalibration {
  const falling = r.next() < 0.2;
  return {
    is: 'level',
    ...(creeps && { creep: r.next() < 0.7 ? 'followed' : 'left', creepPerSecond: r.between(0, top / 50) }),
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
export function travelSensor(r: Random, count: number, top: number): Sensor {
  const own = bankLanes(r, count, 'k').map(({ id, column }) => ({ id, column }));
  const calibration: TravelCalibration = {
    is: 'travel',
    polarity: r.next() < 0.5 ? 'rising' : 'falling',
    takeover: TAKEOVERS[r.whole(0, 2)],
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

/** Keys with two contacts of any order, some of them swapped, otherwise wired, or not measured. */
function keySensor(r: Random, count: number): Sensor {
  const own = Array.from({ length: count }, (_, i) => ({
    ...{ id: `q${i}`, contacts: [`q${i}a`, `q${i}b`] },
    note: r.whole(0, 127),
  }));
  const fastMs = r.between(0.36, 20);
  const measured = own.filter(() => r.next() < 0.9);
  const calibration: PairCalibration = {
    is: 'pair',
    order: ORDERS[r.whole(0, 3)],
    fastMs,
    slowMs: Math.min(262, fastMs * r.between(1.5, 60)),
    law: LAWS[r.whole(0, 1)],
    debounceMs: r.next() < 0.2 ? 0 : r.between(0, 30),
    restrikes: r.next() < 0.5,
    lanes: (measured.length > 0 ? measured : own).map(({ id }) => ({
      ...{ lane: id, factor: r.between(0.5, 1.5) },
      ...(r.next() < 0.2 && { swapped: true }),
      ...(r.next() < 0.1 && { order: ORDERS[r.whole(0, 3)] }),
    })),
    takes: [],
    method: 'random',
  };
  const alone = own.filter(() => r.next() < 0.1).map(({ id }) => id);
  const responses = [
    ...(r.next() < 0.5 ? [] : [{ port: 'key', ...randomResponse(r) }]),
    ...alone.map((lane) => ({ port: 'key', lane, ...randomResponse(r) })),
  ];
  return {
    id: 'keys2',
    name: 'Keys',
    kind: 'two-contact-keys',
    board: 'board',
    lanes: own,
    responses,
    calibration,
  };
}

/** Keys whose depth is read, rising or falling, most of them with a table. */
function depthSensor(r: Random, count: number, top: number): Sensor {
  const own = bankLanes(r, count, 'm');
  const strike = r.between(0.3, 0.95);
  const rearm = r.between(0.1, strike - 0.05);
  const fastMs = r.between(0.36, 20);
  const calibration: DepthCalibration = {
    ...{ is: 'depth', strike, rearm, damper: r.between(0.05, rearm) },
    ...{ fastMs, slowMs: Math.min(131, fastMs * r.between(1.6, 60)), law: LAWS[r.whole(0, 1)] },
    lanes: own.map(({ id }) => {
      const [a, b] = [r.whole(0, top >> 1), r.whole((top >> 1) + 10, top)];
      const [rest, bottom] = r.next() < 0.6 ? [a, b] : [b, a];
      const at = (share: number) => rest + share * (bottom - rest);
      const [first, second] = [r.between(0.1, 0.4), r.between(0.5, 0.8)];
      const table = [
        { count: at(first), depth: r.between(0.1, 0.5) },
        { count: at(second), depth: r.between(0.5, 0.95) },
      ];
      return {
        lane: id,
        rest,
        noise: 1,
        bottom,
        factor: r.between(0.5, 1.5),
        ...(r.next() < 0.8 && { table }),
      };
    }),
    takes: [],
    method: 'random',
  };
  const responses = r.next() < 0.5 ? [] : [{ port: 'key', ...randomResponse(r) }];
  return {
    id: 'hammers',
    name: 'Hammers',
    kind: 'magnet-keys',
    board: 'board',
    lanes: own,
    responses,
    calibration,
  };
}

/** Contacts before those that are measured: their edges come, and play nothing. */
function unmeasuredContacts(r: Random): Sensor {
  const lanes = Array.from({ length: r.whole(1, 3) }, (_, i) => ({
    id: `e${i}`,
    contacts: [`e${i}a`, `e${i}b`],
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
