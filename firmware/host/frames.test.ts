import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { SerialBoard } from '@/board/serial';
import { FrameQueue } from '@/board/board';
import { crc16, readPacket, unstuffed } from '@/core/exchange/takes/binary-frames';
import { LineReader } from '@/core/exchange/takes/line-reader';
import { random } from '@/core/signal/random';

/** Frames that the C encodes: count c of frame i is i · 7 + c · 997, and zeros and full counts among them; an edge after every tenth. */
const FRAMES = 4000;
const COLUMNS = 16;
/** Bytes of settings that it gives. */
const GIVEN = 1000;
const count = (i: number, c: number): number =>
  i % 50 === 0 ? 0 : i % 51 === 0 ? 65535 : (i * 7 + c * 997) % 4096;
const MAIN = `#include <stdio.h>
#include "cheironom_frames.h"
int main(void) {
    static uint8_t out[CHEIR_PACKET_ROOM(${COLUMNS})];
    uint16_t counts[${COLUMNS}];
    for (uint32_t i = 0; i < ${FRAMES}u; i++) {
        for (uint32_t c = 0; c < ${COLUMNS}u; c++)
            counts[c] = (uint16_t)(i % 50 == 0 ? 0 : i % 51 == 0 ? 65535 : (i * 7 + c * 997) % 4096);
        fwrite(out, 1, cheir_frame_packet((uint16_t)(i + 65000), 4294000000u + i * 1000u, counts, ${COLUMNS}, out), stdout);
        if (i % 2000 == 0) fwrite(out, 1, cheir_health_packet(i, 70000u + i, 258, 513, out), stdout);
        if (i % 1000 == 0) fwrite(out, 1, cheir_who_packet(i, "0badc0de", 1000, ${COLUMNS}, 4, out), stdout);
        if (i % 10 == 0) fwrite(out, 1, cheir_edge_packet((uint16_t)(i + 65001), 4294000500u + i * 1000u, 3, i % 20 == 0, out), stdout);
    }
    for (uint16_t from = 0; from < ${GIVEN}u; from = (uint16_t)(from + CHEIR_SETTINGS_AT_ONCE)) {
        uint16_t left = (uint16_t)(${GIVEN}u - from);
        uint8_t bytes[CHEIR_SETTINGS_AT_ONCE], n = (uint8_t)(left < CHEIR_SETTINGS_AT_ONCE ? left : CHEIR_SETTINGS_AT_ONCE);
        for (uint8_t k = 0; k < n; k++) bytes[k] = (uint8_t)((from + k) * 7u);
        fwrite(out, 1, cheir_settings_packet(from, ${GIVEN}u, from, bytes, n, out), stdout);
    }
    return 0;
}
`;

const folder = mkdtempSync(path.join(tmpdir(), 'cheironom-frames-'));
afterAll(() => rmSync(folder, { recursive: true }));
let sent: Uint8Array;
beforeAll(() => {
  writeFileSync(path.join(folder, 'main.c'), MAIN);
  const flags = ['-std=c99', '-Wall', '-Wextra', '-Werror', '-pedantic', '-fsanitize=address,undefined'];
  execFileSync('cc', [
    ...flags,
    '-I',
    'firmware',
    path.join(folder, 'main.c'),
    '-o',
    path.join(folder, 'main'),
  ]);
  sent = execFileSync(path.join(folder, 'main'), { maxBuffer: 1 << 28 });
});

/** What a board on a cable makes of bytes that come in pieces. */
function heard(bytes: Uint8Array, piece: number) {
  const board = new SerialBoard(
    Array.from({ length: COLUMNS }, (_, c) => `c${c}`),
    ['a', 'b', 'c', 'd'],
    1000,
  );
  const queue = new FrameQueue(COLUMNS, 8192);
  const frames: { tUs: number; counter: number; counts: number[] }[] = [];
  const edges: unknown[] = [];
  const frame = new Uint16Array(COLUMNS);
  for (let at = 0; at < bytes.length; at += piece) {
    board.feed(bytes.subarray(at, at + piece), 0);
    board.advance(0, queue);
    for (let f = queue.shift(frame); f; f = queue.shift(frame))
      frames.push({ ...f, counts: Array.from(frame) });
    for (let e = queue.shiftEdge(Infinity); e; e = queue.shiftEdge(Infinity)) edges.push(e);
  }
  return { frames, edges, state: board.state, given: board.takeGiven() };
}

describe('packets that the C sends', () => {
  it('have the CRC of the published check value, and 0 only at their ends', () => {
    // "123456789" → 0x29B1 (Williams, A Painless Guide to CRC Error Detection Algorithms, 1993, as CRC-16/CCITT-FALSE is catalogued).
    expect(crc16(new TextEncoder().encode('123456789'))).toBe(0x29b1);
    // Cheshire & Baker's own example (from memory): 45 00 00 2C 4C 79 … begins 02 45 01 04 2C 4C 79 …
    expect(Array.from(unstuffed(Uint8Array.of(2, 0x45, 1, 4, 0x2c, 0x4c, 0x79))!)).toEqual([
      0x45, 0, 0, 0x2c, 0x4c, 0x79,
    ]);
    expect(sent.filter((b) => b === 0)).toHaveLength(
      FRAMES + FRAMES / 10 + FRAMES / 1000 + FRAMES / 2000 + Math.ceil(GIVEN / 16),
    );
  });
  it.each([1, 7, 64, 100_000])(
    'are all found in pieces of %s bytes, over the turns of clock and counter',
    (piece) => {
      const { frames, edges, state, given } = heard(sent, piece);
      expect(frames).toHaveLength(FRAMES);
      expect(state).toMatchObject({ bad: 0, restarts: 0, columns: COLUMNS, timed: true });
      expect(state.who).toEqual({ digest: '0badc0de', scanHz: 1000 });
      expect(state.health).toEqual({ overruns: 72_000, dropped: 258, missed: 513 });
      expect([...given!]).toEqual(Array.from({ length: GIVEN }, (_, i) => (i * 7) % 256));
      frames.forEach(({ tUs, counter, counts }, i) => {
        expect([tUs, counter]).toEqual([1000 * i, frames[0].counter + i]);
        expect(counts).toEqual(Array.from({ length: COLUMNS }, (_, c) => count(i, c)));
      });
      expect(edges).toHaveLength(FRAMES / 10);
      expect(edges[1]).toEqual({ tUs: 10_500, contact: 3, closed: false });
    },
  );
  it('of which some are cut, doubled or flipped: every whole one is found, no broken one is taken', () => {
    const r = random(5);
    const pieces: number[][] = [];
    const whole: string[] = [];
    let from = 0;
    for (let at = 0; at < sent.length; at++) {
      if (sent[at] !== 0) continue;
      const packet = Array.from(sent.subarray(from, at + 1));
      from = at + 1;
      const fate = r.next();
      if (fate < 0.1) packet.splice(r.whole(0, packet.length - 2), r.whole(1, 6));
      else if (fate < 0.2) packet[r.whole(0, packet.length - 2)] ^= 1 << r.whole(0, 7);
      else if (fate < 0.25) packet.splice(5, 0, packet[5]);
      else whole.push(packet.join());
      pieces.push(packet);
    }
    const taken: string[] = [];
    const reader = new LineReader({
      packet: (p) => void taken.push(JSON.stringify(p)),
      numbers: () => {},
      names: () => {},
      remark: () => {},
    });
    reader.feed(Uint8Array.from(pieces.flat()));
    const told = new Set(
      whole.map((text) => {
        const p = readPacket(Uint8Array.from(text.split(',').slice(0, -1).map(Number)))!;
        return JSON.stringify(p);
      }),
    );
    // A flip that makes or takes a 0 breaks the packet after it too. CRC-16 lets one in 65 536 broken ones pass.
    expect(taken.filter((t) => !told.has(t))).toEqual([]);
    expect(taken.length).toBeGreaterThan(0.95 * whole.length);
    expect(reader.soFar.bad).toBeGreaterThan(0.15 * pieces.length);
  });
});
