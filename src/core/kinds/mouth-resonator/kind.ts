import type { Kind } from '../kind';

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
  lanes: { least: 1, most: 1, are: 'counts' },
  readBy: 'converter',
  ports: {
    pitch: { carries: 'level', says: 'how high it is tuned' },
    sounds: { carries: 'gate', says: 'while it sounds' },
  },
  facts: {},
  way: null,
  steps: [],
  firstVoices: () => [],
};
