import { problem } from '../problem';

/** Messages that one answer may hold: a MIDI cable takes five minutes to carry as many, of three bytes each. */
export const MOST_MESSAGES = 300_000;
export const MOST_BYTES = 3 * MOST_MESSAGES;

export const tooManyMessages = (): Response =>
  problem(422, 'The take plays too many messages', [
    {
      path: 'csv',
      says: `at most ${MOST_MESSAGES} messages can be answered; send a shorter take, or give the controllers a deadband or fewer messages a second`,
    },
  ]);
