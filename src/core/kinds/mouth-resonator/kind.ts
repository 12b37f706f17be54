import { TONE_STEPS } from '../../ways/tone/steps';
import type { Kind } from '../kind';
import { droneNote, laneControllers } from '../level-voices';

/** A tube that the mouth tunes; its pitch is followed without steps. */
export const mouthResonator: Kind = {
  id: 'mouth-resonator',
  name: 'mouth resonator',
  aka: ['microphone', 'voice', 'whistle', 'pitch', 'tone', 'mouth'],
  family: 'place',
  verb: 'tune',
  gesture: 'tone',
  gestures: 'tones',
  care: 'Do not force the breath; rest between loud takes and stop if you feel dizzy. With a heart, lung, eye or ear condition, ask a doctor first. A mouthpiece is one player’s: food-safe, washed and dried. Begin with the monitor low: a first sound can be loud.',
  due: { days: 14, because: 'moisture reaches the microphone' },
  face: { shape: 'round', width: 50, height: 50, hole: 10 },
  lanes: { least: 1, most: 1, are: 'contacts' },
  readBy: 'converter',
  ports: {
    pitch: { carries: 'level', says: 'how high it is tuned', tunes: true },
    sounds: { carries: 'gate', says: 'while it sounds' },
  },
  facts: {},
  way: 'tone',
  steps: TONE_STEPS,
  asks: {
    sweep: {
      says: 'Sound it low to high.',
      under:
        'Silence first; then glide from your lowest to your highest and back, and stop. It ends by itself.',
    },
  },
  firstVoices: (sensor, zone) => [
    droneNote(sensor, 'sounds', zone),
    ...laneControllers(sensor, 'pitch', 19, zone),
  ],
};
