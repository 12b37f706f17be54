import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readInstrument } from '@/core/exchange/document/instrument-json';
import { allColumns } from '@/core/instrument/access';
import type { Instrument } from '@/core/instrument/document';
import { recordingOf } from '@/core/listen/recording';
import { listenTo, type Listened } from '@/core/listen/listen';
import { FrameQueue } from './board';
import type { Fault } from './faults';
import { PracticeBoard } from './practice';

const SEEDS = Number(process.env.LISTEN_SEEDS ?? 40);
const SECONDS = 12;

const cairn = ((): Instrument => {
  const read = readInstrument(readFileSync('demo/cairn.json', 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  return read.value;
})();
const columns = allColumns(cairn);

/** What hands do, s: each stone struck in turn, the strip pressed four times, two knobs turned and left, the pedal pushed. */
const PLAYING = [
  ...Array.from({ length: 9 }, (_, i) => ({
    sensor: 'stones',
    lane: i,
    at: 1 + 0.4 * i,
    for: 0.06,
    strength: 0.7,
  })),
  ...[5, 6, 7, 8].map((at, i) => ({ sensor: 'strip', lane: 0, at, for: 0.5, strength: 0.3 + 0.2 * i })),
  ...[8, 8.5, 9, 9.5, 10, 10.5].map((at, i) => ({
    sensor: 'pots',
    lane: 0,
    at,
    for: 0.4,
    strength: i % 2 === 0 ? 0.9 : 0.02,
  })),
  { sensor: 'pots', lane: 1, at: 11, for: 9, strength: 0.8 },
  { sensor: 'pedal', lane: 0, at: 10, for: 1, strength: 0.9 },
];
const at = (column: string): number => columns.indexOf(column);

/** Twelve seconds of Cairn with faults, as a screen or the server would listen to them. */
function heard(seed: number, faults: Fault[]): Listened {
  const board = new PracticeBoard(cairn, seed);
  board.break(faults);
  const queue = new FrameQueue(columns.length, 1 << 14);
  const hands = PLAYING.flatMap((p) => [
    { ms: 1000 * p.at, ...p },
    { ms: 1000 * (p.at + p.for), ...p, strength: null },
  ]).sort((a, b) => a.ms - b.ms);
  for (let ms = 0; ms <= SECONDS * 1000; ms += 20) {
    while (hands.length > 0 && hands[0].ms <= ms) {
      const { sensor, lane, strength } = hands.shift()!;
      board.hand(sensor, lane, strength);
    }
    board.advance(ms * 1000, queue);
  }
  const frame = new Uint16Array(columns.length);
  const tUs: number[] = [];
  const counts: number[] = [];
  for (let f = queue.shift(frame); f; f = queue.shift(frame)) {
    tUs.push(f.tUs);
    counts.push(...frame);
  }
  const frames = { channels: columns, tUs: Float64Array.from(tUs), counts: Uint16Array.from(counts) };
  const asked = PLAYING.filter((p) => p.sensor !== 'stones').map((p) => {
    const lane = cairn.sensors.find((s) => s.id === p.sensor)!.lanes[p.lane].id;
    return { lane, fromUs: 1e6 * (p.at - 0.2), toUs: 1e6 * (p.at + Math.min(p.for, 0.9)) };
  });
  return listenTo({ ...recordingOf(cairn, frames, 't'), asked });
}

/** Each fault where it can be told, in one of two recordings, with what finds it: a code, and the lane that it is on. */
const TABLE: { recording: 0 | 1; fault: Fault; code: string; lane?: string }[] = [
  { recording: 0, fault: { is: 'drift', column: at('stone2') }, code: 'drift', lane: 'stone-2' },
  { recording: 0, fault: { is: 'hum', column: at('stone3') }, code: 'hum', lane: 'stone-3' },
  { recording: 0, fault: { is: 'loose', column: at('stone4') }, code: 'loose', lane: 'stone-4' },
  { recording: 0, fault: { is: 'dead', column: at('stone5') }, code: 'dead', lane: 'stone-5' },
  { recording: 0, fault: { is: 'clipped', column: at('strip') }, code: 'clipped', lane: 'strip' },
  { recording: 0, fault: { is: 'crosstalk', column: at('pots_2') }, code: 'crosstalk', lane: 'pots-2' },
  { recording: 0, fault: { is: 'freezes' }, code: 'freezes' },
  { recording: 1, fault: { is: 'floating', column: at('pots_1') }, code: 'floating', lane: 'pots-1' },
  { recording: 1, fault: { is: 'swapped', column: at('pedal') }, code: 'swapped', lane: 'pedal' },
  { recording: 1, fault: { is: 'lost' }, code: 'lost-frames' },
];

describe(`the detectors over ${SEEDS} seeds of Cairn, played by hands that do the same each time`, () => {
  const hits = new Map(TABLE.map((row) => [row, 0]));
  const alarms = new Map<string, number>();
  for (let seed = 1; seed <= SEEDS; seed++) {
    for (const recording of [0, 1] as const) {
      const rows = TABLE.filter((row) => row.recording === recording);
      const { findings } = heard(
        seed,
        rows.map((row) => row.fault),
      );
      for (const row of rows)
        if (findings.some((f) => f.code === row.code && f.lane === row.lane))
          hits.set(row, hits.get(row)! + 1);
    }
    for (const code of new Set(heard(seed, []).findings.map((f) => f.code)))
      alarms.set(code, (alarms.get(code) ?? 0) + 1);
  }
  it.each(TABLE)('$code is found where it is, in 95 of 100, and where it is not in two at most', (row) => {
    expect(hits.get(row)! / SEEDS).toBeGreaterThanOrEqual(0.95);
    expect((alarms.get(row.code) ?? 0) / SEEDS).toBeLessThanOrEqual(0.02);
  });
  it('nothing else is told of what is whole', () => {
    expect([...alarms].filter(([, n]) => n > 0.02 * SEEDS)).toEqual([]);
  });
});
