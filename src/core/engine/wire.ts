import type { Engine } from './engine';

/** Levels wait while the wire needs longer than this for what was sent, µs: under two messages of three bytes at 31 250 baud. */
export const MOST_BACKLOG_US = 1900;

/** And what the gates of levels and strikes have to tell, under three: behind so much it would wait in any case. */
export const MOST_BACKLOG_OF_NOTES_US = 2870;

/** What looking up a value is charged for that turns out to be worth no message, bytes: so no frame looks up many. */
const LOOKED_UP_BYTES = 3;

/** Whether the wire takes another level. */
export const wireIsFree = (e: Engine): boolean => e.state.engine.backlog_us <= MOST_BACKLOG_US;

/** Whether it takes what another gate has to tell. */
export const wireTakesNote = (e: Engine): boolean => e.state.engine.backlog_us <= MOST_BACKLOG_OF_NOTES_US;

/** Sends a message of two or three bytes. Whatever settings came over the line, no data byte looks like a status. @param second −1 for none */
export function send(e: Engine, status: number, first: number, second: number): void {
  e.out[e.bytes++] = status;
  e.out[e.bytes++] = first & 0x7f;
  if (second >= 0) e.out[e.bytes++] = second & 0x7f;
  e.state.engine.backlog_us += (second >= 0 ? 3 : 2) * e.image.byte_us;
}

/** A value was looked up, and not sent. */
export function chargeLookUp(e: Engine): void {
  e.state.engine.backlog_us += LOOKED_UP_BYTES * e.image.byte_us;
}

/** What the wire still has to send after some time has passed. */
export function drain(e: Engine, passedUs: number): void {
  const { engine } = e.state;
  engine.backlog_us = engine.backlog_us > passedUs ? engine.backlog_us - passedUs : 0;
}
