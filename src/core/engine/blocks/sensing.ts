import { REAL_TIME } from '../../midi/message-reader';
import { isLocked, pass } from '../merge';
import type { Block } from './block';

/** A board whose output enters another says every 262 ms that it is there (MIDI 1.0 Detailed Specification, "Active Sensing": every 300 ms). */
export const sensing: Block = {
  name: 'sensing',
  of: 'sensings',
  file: 'sensing',
  start: () => ({}),
  sweep: (e) => {
    // What passes through it says so too.
    if (e.image.sensings.length > 0 && !isLocked(e)) pass(e, REAL_TIME.sensing);
  },
};
