import { STATUS } from '../../midi/messages';
import type { Engine } from '../engine';
import { send } from '../wire';

/** Low byte first (MIDI 1.0 Detailed Specification, "Pitch Bend Change"). @param channel 0 … 15 @param bend 0 … 16383 */
export const sendBend = (e: Engine, channel: number, bend: number): void =>
  send(e, STATUS.pitchBend | channel, bend & 0x7f, bend >> 7);
