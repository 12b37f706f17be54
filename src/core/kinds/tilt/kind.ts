import type { Kind } from '../kind';

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
  lanes: { least: 3, most: 3, are: 'counts', names: ['x', 'y', 'z'] },
  readBy: 'converter',
  ports: {
    roll: { carries: 'level', says: 'how far it is rolled' },
    pitch: { carries: 'level', says: 'how far it is pitched' },
  },
  facts: {},
  way: null,
  steps: [],
  firstVoices: () => [],
};
