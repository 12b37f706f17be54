import { SPEED_STEPS } from '../../ways/speed/steps';
import type { Kind } from '../kind';
import { droneNote, laneControllers } from '../level-voices';

/** A wheel with magnets, whose pulses tell how fast it turns. */
export const wheelSpeed: Kind = {
  id: 'wheel-speed',
  name: 'wheel speed',
  aka: ['crank', 'hall', 'magnet', 'rotation', 'speed', 'pulse', 'spinning'],
  family: 'move',
  verb: 'turn',
  gesture: 'turn',
  gestures: 'turns',
  care: 'Keep strong magnets away from pacemakers; keep fingers and hair out of the wheel.',
  face: { shape: 'round', width: 90, height: 90, hole: 8 },
  lanes: { least: 1, most: 2, are: 'contacts' },
  readBy: 'converter',
  ports: {
    speed: { carries: 'level', says: 'how fast it turns' },
    turning: { carries: 'gate', says: 'while it turns' },
  },
  facts: { magnets: { unit: 'magnets', low: 1, high: 100, says: 'round the wheel', usual: 6 } },
  way: 'speed',
  steps: SPEED_STEPS,
  asks: {
    sweep: {
      says: 'Turn it slowly, then faster, then let it stop.',
      under: 'As slowly as should still sound, up to your fastest. It ends by itself once it stands.',
    },
  },
  firstVoices: (sensor, zone) => [
    droneNote(sensor, 'turning', zone),
    ...laneControllers(sensor, 'speed', 18, zone),
  ],
};
