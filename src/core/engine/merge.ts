import { END_OF_EXCLUSIVE } from '../midi/message-reader';
import { PORT_STAGE } from './codes';
import type { Engine } from './engine';
import { PARKED_BYTES } from './port-records';

/**
 * What a board plays itself, and what comes in on its ports, share one wire, by whole messages. A system exclusive message that passes holds
 * it: whatever else is played meanwhile waits, in order, and where there is no more room the message is cut.
 */

/** A system exclusive message whose next byte is later than this has been cut: 100 ms, ticks. */
export const LOCK_TICKS = 6250;

/** What is still to come for as long as a message holds the wire, µs: levels and gates wait for it as for any other backlog. */
const LOCK_US = 100_000;

/** Most bytes that the end of such a message writes. */
export const UNLOCK_BYTES = 1 + PARKED_BYTES;

/** Whether a system exclusive message holds the wire. */
export const isLocked = (e: Engine): boolean => e.state.merges.length > 0 && e.state.merges[0].lock !== 0;

/** Writes a byte that passes at once. */
export function pass(e: Engine, byte: number): void {
  e.out[e.bytes++] = byte;
  e.state.engine.backlog_us += e.image.byte_us;
}

/** A byte of the message that holds the wire passes. */
export function passHolding(e: Engine, port: number, byte: number): void {
  const merge = e.state.merges[0];
  merge.lock = port + 1;
  merge.since = e.t;
  e.out[e.bytes++] = byte;
  e.state.engine.backlog_us = LOCK_US;
}

/** The message that holds the wire ends, and what waited for it follows. */
export function unlock(e: Engine): void {
  const merge = e.state.merges[0];
  e.out[e.bytes++] = END_OF_EXCLUSIVE;
  for (let i = 0; i < merge.n; i++) e.out[e.bytes++] = merge.bytes[i];
  e.state.engine.backlog_us = (1 + merge.n) * e.image.byte_us;
  merge.n = 0;
  merge.lock = 0;
}

/** The message that holds the wire is cut: what comes of it is passed over. */
export function cut(e: Engine): void {
  e.state.ports[e.state.merges[0].lock - 1].stage = PORT_STAGE.dropped;
  unlock(e);
}

/**
 * What was written from `from` on waits, where a message holds the wire.
 * @returns bytes that are written now
 */
export function park(e: Engine, from = 0): number {
  if (e.bytes === from || !isLocked(e)) return e.bytes;
  const merge = e.state.merges[0];
  const own = e.bytes - from;
  if (merge.n + own <= PARKED_BYTES) {
    for (let i = 0; i < own; i++) merge.bytes[merge.n++] = e.out[from + i];
    e.bytes = from;
    return from;
  }
  // Behind what waited.
  const before = 1 + merge.n;
  e.out.copyWithin(from + before, from, e.bytes);
  e.bytes = from;
  cut(e);
  e.bytes += own;
  e.state.engine.backlog_us += own * e.image.byte_us;
  return e.bytes;
}
