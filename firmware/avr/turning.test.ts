import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { readInstrument } from '@/core/exchange/document/instrument-json';
import type { Instrument } from '@/core/instrument/document';
import { runOnChip } from './chip';
import { buildSketch, EmulatedBoard } from './board';
import { soaking } from '@/core/testing/many';

const root = mkdtempSync(path.join(tmpdir(), 'cheironom-turning-'));
afterAll(() => rmSync(root, { recursive: true }));

/** One of a demonstration's sensors alone, with its voices, on a small 8-bit board. @param bits of its converter @param pins of its lanes */
function alone(
  demo: string,
  id: string,
  bits: number,
  pins?: { pin: string; otherPin?: string }[],
): Instrument {
  const read = readInstrument(readFileSync(`demo/${demo}.json`, 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  const own = read.value;
  const sensor = own.sensors.find((s) => s.id === id)!;
  const board = own.boards.find((b) => b.id === sensor.board)!;
  return {
    ...own,
    links: [],
    boards: [
      {
        ...board,
        bits,
        memoryBytes: 2048,
        flashBytes: 31 * 1024,
        tableBits: 5,
        scanHz: 1000,
        pins: undefined,
      },
    ],
    sensors: [{ ...sensor, lanes: sensor.lanes.map((lane, i) => ({ ...lane, ...pins?.[i] })) }],
    voices: own.voices.filter((v) => (v.is === 'note' ? v.gate.sensor : v.source.sensor) === id),
  };
}

/** Values of a controller among the bytes that a board sent between two times, µs. */
function valuesOf({ sent }: EmulatedBoard, controller: number, [fromUs, untilUs] = [0, Infinity]): number[] {
  return sent.flatMap(({ byte, us }, i) =>
    byte === 0xb0 && sent[i + 1]?.byte === controller && us >= fromUs && us < untilUs
      ? [sent[i + 2].byte]
      : [],
  );
}

describe('a maker’s whole sketch on the emulated chip', () => {
  it('an encoder is turned as many steps as its contacts pass, right and back', async () => {
    const instrument = alone('cairn', 'encoder', 10, [{ pin: '2', otherPin: '3' }]);
    // A step every 40 ms from half a second on, 20 to the right and 12 back; each contact is closed for half of it.
    const world = {
      count: () => 0,
      closed: (us: number) => {
        const since = us - 500_000;
        const step = Math.floor(since / 40_000);
        if (since < 0 || step >= 32) return [];
        const at = (since % 40_000) / 40_000;
        const [leads, follows] = step < 20 ? [2, 3] : [3, 2];
        return [...(at >= 0.2 && at < 0.6 ? [leads] : []), ...(at >= 0.4 && at < 0.8 ? [follows] : [])];
      },
    };
    const board = new EmulatedBoard(await buildSketch(path.join(root, 'encoder'), instrument), world);
    board.run(2.2e6);
    const values = valuesOf(board, 20);
    expect(Math.max(...values)).toBe(20);
    expect(values.at(-1)).toBe(8);
  });

  it.runIf(soaking)(
    'a wheel sounds while it turns, faster as its pulses come faster, and ends by itself',
    async () => {
      const instrument = alone('sallow', 'wheel', 10, [{ pin: '2' }]);
      // Pulses of 200 ms, then of 80, then none.
      const world = {
        count: () => 0,
        closed: (us: number) => {
          if (us < 400_000 || us > 3_000_000) return [];
          const period = us < 1_700_000 ? 200_000 : 80_000;
          return us % period < period / 3 ? [2] : [];
        },
      };
      const board = new EmulatedBoard(await buildSketch(path.join(root, 'wheel'), instrument), world);
      board.run(4.4e6);
      const notes = board.sent.filter(({ byte }) => byte === 0x90 || byte === 0x80).map(({ byte }) => byte);
      expect(notes).toEqual([0x90, 0x80]);
      const last = (fromUs: number, untilUs: number) => valuesOf(board, 18, [fromUs, untilUs]).at(-1)!;
      expect(last(400_000, 1_600_000)).toBeGreaterThan(15);
      expect(last(1_700_000, 3_000_000)).toBeGreaterThan(2 * last(400_000, 1_600_000));
      expect(last(3_000_000, 4_400_000)).toBe(0);
    },
  );
});

describe('what a chip whose int has 16 bits computes first', () => {
  const SCANS = 3000;
  /** Three columns a third of a turn apart are the axes of what is turned about its corner: one g all the while. */
  const G = 745;
  const turned = Uint16Array.from({ length: SCANS }, (_, i) =>
    Math.round(2048 + Math.sqrt(2 / 3) * G * Math.sin((2 * Math.PI * i) / 600)),
  );
  /** Touches, with slides and rests between. */
  const touched = Uint16Array.from({ length: SCANS }, (_, i) =>
    i % 500 < 120 ? 4 : Math.round(1000 + (i % 1500) + 300 * Math.sin(i / 40)),
  );
  it.each([
    ['wherry', 'tilt', turned, 200],
    ['wherry', 'wrist', touched, 0],
    ['cairn', 'strip', touched, 0],
  ])('%s’s %s: the bytes of the application’s engine, at rest and in motion', (demo, id, counts, later) => {
    const { identical, messages } = runOnChip(alone(demo, id, 12), counts, later);
    expect(identical).toBe(true);
    expect(messages).toBeGreaterThan(30);
  });
});
