import { afterEach, describe, expect, it, vi } from 'vitest';
import { bankNotes, strikePads, touchPads } from '@/core/testing/bank-instruments';
import { identityInstrument } from '@/core/testing/identity-response';
import { injectedPresses } from '@/core/testing/injected';
import type { Frames } from '@/core/signal/take';
import { emulate } from './avr-emulator';
import { proveOnChip, sentAlike } from './chip';

afterEach(() => vi.unstubAllEnvs());

/* Opcodes by the instruction set manual of the 8-bit chip; registers 16 and up, I/O addresses of its datasheet. */
const GPIOR0 = 0x1e;
const GPIOR1 = 0x2a;
const GPIOR2 = 0x2b;
const ldi = (d: number, k: number) => 0xe000 | ((k & 0xf0) << 4) | ((d - 16) << 4) | (k & 15);
const out = (a: number, r: number) => 0xb800 | ((a & 0x30) << 5) | (r << 4) | (a & 15);
const input = (d: number, a: number) => 0xb000 | ((a & 0x30) << 5) | (d << 4) | (a & 15);
const NOP = 0;
/** Jumps to itself. */
const STAY = 0xcfff;
const programOf = (...words: number[]) => new Uint8Array(Uint16Array.from(words).buffer);

describe('the emulated chip', () => {
  const scanned = [ldi(16, 1), out(GPIOR0, 16), NOP, NOP, NOP, ldi(17, 2), out(GPIOR0, 17)];

  it('takes as many cycles as the manual says: one for each of an output, three that do nothing, and a load', () => {
    const done = [ldi(16, 3), out(GPIOR0, 16), STAY];
    expect(emulate(programOf(...scanned, ...scanned, ...done))).toEqual({
      scans: [5, 5],
      sent: [],
      done: true,
    });
  });

  it('reads what it is fed, then 255, and what it writes is what it sends', () => {
    const echo = [input(18, GPIOR2), out(GPIOR1, 18)];
    const program = programOf(...echo, ...echo, ...echo, ldi(16, 3), out(GPIOR0, 16), STAY);
    expect(emulate(program, Uint8Array.of(0x90, 60))).toEqual({
      scans: [],
      sent: [0x90, 60, 255],
      done: true,
    });
  });

  it('is stopped after so many cycles, and says that it has not come to its end', () => {
    expect(emulate(programOf(...scanned, STAY), new Uint8Array(0), 1000)).toMatchObject({
      scans: [5],
      done: false,
    });
  });
});

it('a board that sends one byte less, more, or another is no board that plays the same; one out of time may have sent less', () => {
  const bench = [0x90, 60, 100, 0x80, 60, 0];
  const did = (sent: number[], done = true) => sentAlike(bench, { sent, done, scans: [] });
  expect(did(bench)).toBe(true);
  expect(did(bench.slice(0, 5))).toBe(false);
  expect(did([...bench, 0])).toBe(false);
  expect(did([0x90, 60, 101, 0x80, 60, 0])).toBe(false);
  expect(did(bench.slice(0, 3), false)).toBe(true);
  expect(did([0x90, 61], false)).toBe(false);
});

describe('an instrument on the 8-bit chip', () => {
  it('of one switch, with edges only, sends the same bytes', async () => {
    const { instrument, take } = injectedPresses(3);
    const proofs = await proveOnChip(instrument, take);
    expect(proofs).toMatchObject([{ board: 'board', played: { frames: 3000, identical: true } }]);
    // Three calls and no sensor to read: far within a millisecond.
    expect((proofs as { played: { slowestMs: number } }[])[0].played.slowestMs).toBeLessThan(1);
  });

  it.each([
    // Data and stack together are too large for its 2 KB; data alone are.
    ['120 pads', 'touch', touchPads],
    ['110 stones', 'hit', strikePads],
  ])('of %s does not fit: its sizes are told, and it is not played', async (name, port, make) => {
    const pads = make(Array.from({ length: parseInt(name) }, (_, i) => i));
    const instrument = { ...identityInstrument([bankNotes(pads, port)]), sensors: [pads] };
    const take: Frames = {
      channels: pads.lanes.map(({ column }) => column!),
      tUs: Float64Array.of(0, 1000),
      counts: new Uint16Array(2 * pads.lanes.length).fill(300),
    };
    const proofs = await proveOnChip(instrument, take);
    expect(proofs).toMatchObject([{ board: 'board', played: null }]);
    const [{ memoryBytes, flashBytes }] = proofs as { memoryBytes: number; flashBytes: number }[];
    expect(memoryBytes).toBeGreaterThan(2048 - 200);
    expect(flashBytes).toBeGreaterThan(3000);
  });

  it('where there is no compiler says so, and throws nothing', async () => {
    vi.stubEnv('PATH', '/nowhere');
    const { instrument, take } = injectedPresses(3);
    expect(await proveOnChip(instrument, take)).toEqual({
      because: 'this computer has no compiler for the 8-bit chip (avr-gcc)',
    });
  });
});
