import { ACCELERATIONS, PHASES, type TurnsCalibration } from '../ways/turns/calibration';
import type { AxesCalibration } from '../ways/axes/calibration';
import type { PlaceCalibration, PlaceLane } from '../ways/place/calibration';
import type { SpeedCalibration } from '../ways/speed/calibration';
import type { SurfaceCalibration } from '../ways/surface/calibration';
import { HIGHEST_PITCH, LOWEST_PITCH, type ToneCalibration } from '../ways/tone/calibration';
import type { Sensor } from '../instrument/sensor';
import type { Random } from '../signal/random';
import { randomResponse } from './random-response';

/* For tests: sensors of every sort whose columns are derived, as compile and engine may meet them. */

/** A ribbon that rises or falls, above or below its rest. */
export function ribbonSensor(r: Random, id: string, top: number): Sensor {
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

/** Encoders of every sort. */
export function encoderSensor(r: Random): Sensor {
  const lanes = Array.from({ length: r.whole(1, 3) }, (_, i) => ({
    id: `t${i}`,
    contacts: [`t${i}a`, `t${i}b`],
  }));
  const calibration: TurnsCalibration = {
    is: 'turns',
    steps: r.next() < 0.5 ? r.whole(4, 20) : r.whole(4, 16384),
    ends: r.next() < 0.5 ? 'stop' : 'wrap',
    accelerates: ACCELERATIONS[r.whole(0, 3)],
    values: r.next() < 0.5 ? 'one' : 'scene',
    lanes: lanes.map(({ id }) => ({
      lane: id,
      rests: RESTS[r.whole(0, RESTS.length - 1)],
      leads: r.next() < 0.5 ? 'first' : 'second',
      stepMs: r.whole(2, 500),
    })),
    takes: [],
    method: 'random',
  };
  const responses = r.next() < 0.5 ? [] : [{ port: 'turn', ...randomResponse(r) }];
  return { id: 'dials', name: 'Dials', kind: 'encoder', board: 'board', lanes, responses, calibration };
}

/** Wheels that pass magnets. */
export function wheelSensor(r: Random): Sensor {
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
export function toneSensor(r: Random): Sensor {
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
export function tiltSensor(r: Random, top: number): Sensor {
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
export function surfaceSensor(r: Random, top: number): Sensor {
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
