import type { Program } from '../engine/program';
import type { Instrument } from '../instrument/document';
import type { Frames } from '../signal/take';
import { writeHeader } from './header';

/** What firmware/host/harness.c sent in one operation. */
export interface Sent {
  operation: number;
  bytes: number[];
}

/** programs.h for firmware/host/harness.c: one header an instrument, and a list of them. */
export function writePrograms(
  list: { instrument: Instrument; program: Program; channels: readonly string[] }[],
): string {
  const headers = list.map((p, n) => writeHeader(p.instrument, p.program, p.channels, `p${n}`));
  const rows = list.map((_, n) => `    {&p${n}_program, &p${n}_state, P${n}_COLUMNS, P${n}_MAX_BYTES},`);
  return [
    ...headers,
    'typedef struct { const cheir_program *program; cheir_state *state; uint16_t columns; uint16_t max_bytes; } harness_program;',
    `#define HARNESS_PROGRAMS ${list.length}`,
    `static const harness_program harness_programs[${list.length}] = {\n${rows.join('\n')}\n};`,
    '',
  ].join('\n');
}

/** The harness's input: a take, with a silence before each frame numbered in `silenceBefore` and one at the end. */
export function encodeTake(
  program: number,
  frames: Frames,
  silenceBefore: ReadonlySet<number> = new Set(),
): Uint8Array {
  const width = frames.channels.length;
  const n = frames.tUs.length;
  const bytes = new Uint8Array(2 + n * (5 + 2 * width) + silenceBefore.size + 2);
  const view = new DataView(bytes.buffer);
  view.setUint16(0, program, true);
  let at = 2;
  for (let i = 0; i < n; i++) {
    if (silenceBefore.has(i)) bytes[at++] = 1;
    bytes[at++] = 0;
    view.setUint32(at, frames.tUs[i] >>> 0, true);
    at += 4;
    for (let c = 0; c < width; c++, at += 2) view.setUint16(at, frames.counts[i * width + c], true);
  }
  bytes[at++] = 1;
  bytes[at++] = 255;
  return bytes.subarray(0, at);
}

/** Reads the harness's output. @throws RangeError when it is cut short */
export function decodeSent(bytes: Uint8Array): Sent[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const sent: Sent[] = [];
  for (let at = 0; at < bytes.length;) {
    const length = view.getUint16(at + 4, true);
    if (at + 6 + length > bytes.length)
      throw new RangeError(`decodeSent: the record at byte ${at} is cut short`);
    sent.push({
      operation: view.getUint32(at, true),
      bytes: Array.from(bytes.subarray(at + 6, at + 6 + length)),
    });
    at += 6 + length;
  }
  return sent;
}
