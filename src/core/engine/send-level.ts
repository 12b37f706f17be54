import { LSB_OFFSET } from '../midi/messages';
import { ticksSince } from './clock';
import { distanceOf, feeds, responseOf, sideOf, stepOf } from './level';
import { LEVEL_KIND, type InputProgram, type LevelProgram } from './program';
import { UNSENT, type LevelState } from './state';

/** Whether a level was sent so short a time before that it must wait. @param t time of the frame, ticks */
export const waits = (level: LevelProgram, state: LevelState, t: number): boolean =>
  state.held && ticksSince(state.since, t) < level.intervalTicks;

/** The response that a level hears, Q15. A side that does not feed it is silent. */
export function heardBy(level: LevelProgram, input: InputProgram, tableBits: number, count: number): number {
  const side = sideOf(input, count);
  if (!feeds(level.sideMask, side)) return input.table[0];
  return responseOf(input, tableBits, side, distanceOf(input, count));
}

/**
 * Plays a frame on a level that does not wait: sends what it reads if that is another value than the one sent, and
 * worth it.
 * @param t time of the frame, ticks modulo 2^16
 * @param response what the level hears, Q15
 * @returns where `out` is written to, from `bytes` on
 */
export function playLevel(
  level: LevelProgram,
  state: LevelState,
  t: number,
  response: number,
  out: Uint8Array,
  bytes: number,
): number {
  state.held = false;
  const value = stepOf(level.from, level.span, response);
  const sent = state.sent;
  if (value === sent || !worthSending(level, state, value, response)) return bytes;
  state.sent = value;
  state.sentAt = response;
  state.since = t;
  state.held = true;
  return writeLevel(level, value, sent, out, bytes);
}

/** Past the deadband, ends excepted. */
function worthSending(level: LevelProgram, state: LevelState, value: number, response: number): boolean {
  if (state.sent === UNSENT || value === level.from || value === level.from + level.span) return true;
  const moved = response > state.sentAt ? response - state.sentAt : state.sentAt - response;
  return moved >= level.deadband;
}

/** A 14-bit controller sends its high byte only when that changed; the low byte follows it always. */
function writeLevel(
  level: LevelProgram,
  value: number,
  sent: number,
  out: Uint8Array,
  bytes: number,
): number {
  if (level.kind === LEVEL_KIND.controller14) {
    if (sent === UNSENT || value >> 7 !== sent >> 7) {
      out[bytes++] = level.status;
      out[bytes++] = level.controller;
      out[bytes++] = value >> 7;
    }
    out[bytes++] = level.status;
    out[bytes++] = level.controller + LSB_OFFSET;
    out[bytes++] = value & 0x7f;
    return bytes;
  }
  out[bytes++] = level.status;
  if (level.kind === LEVEL_KIND.controller7) out[bytes++] = level.controller;
  out[bytes++] = value;
  return bytes;
}
