import type { MidiEvent } from './event';
import { END_OF_EXCLUSIVE, SYSTEM } from './message-reader';

/** Ticks a quarter note and µs a quarter note: one tick is one millisecond. */
const DIVISION = 1000;
const TEMPO_US = 1_000_000;
/** Four bytes of seven bits. */
const LONGEST_DELTA = 2 ** 28 - 1;

/**
 * A Standard MIDI File of format 0 (RP-001, Standard MIDI Files 1.0, 1996) with one tick a millisecond. Times are
 * rounded to the nearest tick, counted from `startUs`; no running status, which every reader takes.
 * @param events whole messages in order of time
 * @param name track name; anything but ASCII is left out
 */
export function writeSmf(
  events: readonly MidiEvent[],
  startUs: number,
  name: string,
): Uint8Array<ArrayBuffer> {
  const track: number[] = [];
  const text = Array.from(name, (c) => c.charCodeAt(0)).filter((c) => c >= 32 && c < 127);
  track.push(0, 0xff, 0x03, ...variableLength(text.length), ...text);
  track.push(0, 0xff, 0x51, 3, (TEMPO_US >> 16) & 0xff, (TEMPO_US >> 8) & 0xff, TEMPO_US & 0xff);
  let tick = 0;
  for (const { tUs, bytes } of events) {
    const at = Math.max(tick, Math.round((tUs - startUs) / 1000));
    // A wait longer than a delta can hold is bridged by empty text events.
    for (; at - tick > LONGEST_DELTA; tick += LONGEST_DELTA)
      track.push(...variableLength(LONGEST_DELTA), 0xff, 0x01, 0);
    track.push(...variableLength(at - tick), ...inFile(bytes));
    tick = at;
  }
  track.push(0, 0xff, 0x2f, 0);
  return Uint8Array.from([
    ...ascii('MThd'),
    ...uint32(6),
    ...[0, 0, 0, 1, DIVISION >> 8, DIVISION & 0xff],
    ...ascii('MTrk'),
    ...uint32(track.length),
    ...track,
  ]);
}

/** A message as a track has it: system exclusive ones with their length, others of the system as they are, after an escape. */
function inFile(bytes: number[]): number[] {
  if (bytes[0] < SYSTEM.exclusive) return bytes;
  const [head, ...rest] = bytes[0] === SYSTEM.exclusive ? bytes : [END_OF_EXCLUSIVE, ...bytes];
  return [head, ...variableLength(rest.length), ...rest];
}

/** Seven bits a byte, high bits first, the top bit set on all but the last. @param n 0 … 2^28 − 1 */
export function variableLength(n: number): number[] {
  if (!Number.isInteger(n) || n < 0 || n >= 2 ** 28)
    throw new RangeError(`variableLength: 0 … 2^28 − 1 required, got ${n}`);
  const bytes = [n & 0x7f];
  for (let rest = n >> 7; rest > 0; rest >>= 7) bytes.unshift((rest & 0x7f) | 0x80);
  return bytes;
}

const ascii = (text: string) => Array.from(text, (c) => c.charCodeAt(0));
const uint32 = (n: number) => [(n >>> 24) & 0xff, (n >>> 16) & 0xff, (n >>> 8) & 0xff, n & 0xff];
