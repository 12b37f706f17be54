import { AXES_STEPS } from '../../ways/axes/steps';
import type { Kind } from '../kind';
import { levelController } from '../level-voices';

/** A sensor of three axes that tells which way is down. */
export const tilt: Kind = {
  id: 'tilt',
  name: 'tilt',
  aka: ['accelerometer', 'gyro', 'motion', 'imu', 'orientation', 'shake', 'angle'],
  family: 'move',
  verb: 'tilt',
  gesture: 'tilt',
  gestures: 'tilts',
  care: '',
  face: { shape: 'square', width: 24, height: 18 },
  lanes: { least: 3, most: 3, are: 'counts', names: ['x', 'y', 'z'] },
  readBy: 'converter',
  ports: {
    roll: { carries: 'level', lane: 'y', says: 'how far it is rolled' },
    pitch: { carries: 'level', lane: 'x', says: 'how far it is pitched' },
  },
  facts: {},
  way: 'axes',
  letGo: 'stays',
  steps: AXES_STEPS,
  asks: {
    sides: {
      says: 'Lay it still on each of its six sides.',
      under: 'In any order, half a second each. It counts them by itself.',
    },
    sweep: {
      says: 'Hold it as you play. Then tilt it each way, and back.',
      under: 'As far as you ever would: two ways of rolling, two of pitching. It counts by itself.',
    },
  },
  firstVoices: (sensor, zone) => [
    { ...levelController(sensor, 'roll', 22, zone), id: `${sensor.id}-roll` },
    { ...levelController(sensor, 'pitch', 23, zone), id: `${sensor.id}-pitch` },
  ],
};
