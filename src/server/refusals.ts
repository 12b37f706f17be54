import { problem } from './problem';

/* What the workshop says where it does not do a job: a 503, with when to try again where that helps. */

/** When a client may try again, s. */
const RETRY_AFTER_S = 5;

/** The refusal of one request too many. @param waiting how many there are already */
export const tooBusy = (waiting: number): Response =>
  problem(
    503,
    'Too much is being asked at once',
    [{ path: '', says: `${waiting} requests wait already; try again in ${RETRY_AFTER_S} s` }],
    { 'retry-after': String(RETRY_AFTER_S) },
  );

/** @param timeMs longest time for an answer, ms */
export const tooLong = (timeMs: number): Response =>
  problem(503, 'The answer took too long', [
    { path: '', says: `${timeMs / 1000} s are the limit; send shorter takes` },
  ]);

/** @param queueMs longest time in the queue, ms */
export const tooLongQueued = (queueMs: number): Response =>
  problem(
    503,
    'Too much is being asked at once',
    [{ path: '', says: `it waited for ${queueMs / 1000} s; try again in ${RETRY_AFTER_S} s` }],
    { 'retry-after': String(RETRY_AFTER_S) },
  );

/** Nobody reads it: the client is gone. */
export const givenUp = (): Response => problem(503, 'The request was given up');

/** @param memoryMb most memory of a process, MB */
export const tooMuchMemory = (memoryMb: number): Response =>
  problem(503, 'The answer took too much memory', [
    { path: '', says: `${memoryMb} MB are the limit; send shorter takes` },
  ]);

/** A process that was ended by the system, or by its own heap's limit, took too much; all else is a mistake of ours. */
export const failed = ({ message }: Error, memoryMb: number): Response =>
  /terminated|SIG(ABRT|KILL|TRAP)/i.test(message)
    ? tooMuchMemory(memoryMb)
    : problem(500, 'This could not be computed', [{ path: '', says: message }]);
