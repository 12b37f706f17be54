/**
 * `npm run bench`: the limits of the design, measured in one run on this machine. Times are noisy, so that what counts
 * is given as a ratio within the run; cycles are exact, since the chip is emulated. Needs a build (made if stale), and
 * Debian's gcc-avr and avr-libc for the chip's part.
 */
import { existsSync, readFileSync } from 'node:fs';
import { calibrateSensorLevel } from '@/core/ways/level/sensor-level';
import { compile } from '@/core/compile/compile';
import { startEngine } from '@/core/engine/start';
import type { Image } from '@/core/engine/layout';
import { columnsOf } from '@/core/instrument/access';
import { playMany } from '@/core/engine/play-many';
import { joinTakes } from '@/core/exchange/takes/join-takes';
import { readInstrument } from '@/core/exchange/document/instrument-json';
import { LineReader } from '@/core/exchange/takes/line-reader';
import { readTakeCsv } from '@/core/exchange/takes/take-csv';
import type { Instrument } from '@/core/instrument/document';
import type { Frames, Take } from '@/core/signal/take';
import { bankNotes, instrumentOf, touchPads } from '@/core/testing/bank-instruments';
import { bellowsOf } from '@/core/testing/bellows';
import { prove } from '@/core/prove/proved';
import { random } from '@/core/signal/random';
import { identityInstrument } from '@/core/testing/identity-response';
import { FrameQueue } from '@/board/board';
import { SerialBoard } from '@/board/serial';
import { framePacket } from '@/core/testing/frame-packet';
import { RecentFrames } from '@/workers/recent-frames';
import { RecentRest } from '@/workers/recent-rest';
import { manyInputs, runOnChip, sizeOnChip } from '../firmware/avr/chip';
import { LARGER } from '../src/server/avr-emulator';
import { screenFigures } from './bench-screens';
import { ensureBuild, has } from './lib.mjs';

/** Inputs on the chip, and frames by which each plays later than the one before. */
const INPUTS = 16;
const LATER = 97;
/** The design's limits for the chip. */
const MEAN_CYCLES = 130;
const WORST_CYCLES = 250;
const MEMORY_BYTES = 700;

/** Ten minutes at 1 kHz. */
const SOAK_FRAMES = 600_000;

const rows: { what: string; got: string; limit: string; ok: boolean }[] = [];
const row = (what: string, got: string, limit = '', ok = true): void =>
  void rows.push({ what, got, limit, ok });

const wherry = demoInstrument();
const playing = joinTakes(['soft', 'medium', 'loud', 'full', 'rest'].map(demoTake));
const PARTS = { engine, calibration, resting, proving, line, board, banks, screens };
/** `npm run bench -- board banks` measures these alone. */
const asked = process.argv.slice(2);
for (const [name, measure] of Object.entries(PARTS))
  if (asked.length === 0 || asked.includes(name)) await measure();
for (const r of rows)
  console.log(`${r.ok ? '  ' : '✗ '}${r.what.padEnd(62)} ${r.got.padStart(22)}   ${r.limit}`);
process.exit(rows.every((r) => r.ok) ? 0 : 1);

function demoInstrument(): Instrument {
  const read = readInstrument(readFileSync('demo/wherry.json', 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  return bellowsOf(read.value);
}

function demoTake(role: string): Frames {
  const read = readTakeCsv(readFileSync(`demo/wherry-bellows-${role}.csv`, 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  return read.value.frames;
}

/** Ten minutes of one channel: the demonstration's playing over and over. */
function tenMinutes(): Frames {
  const n = 600_000;
  const counts = Uint16Array.from({ length: n }, (_, i) => playing.counts[i % playing.counts.length]);
  return { channels: ['bellows'], tUs: Float64Array.from({ length: n }, (_, i) => i * 1000), counts };
}

/** The engine against a bare table look-up over the same counts: ten minutes of one channel and of 32. */
function engine(): void {
  const one = tenMinutes();
  const aside = (what: string, [got]: [string, string, boolean]) => row(what, got, 'no limit');
  aside('engine, one channel: against a bare table look-up', ratio(wherry, one));
  const channels = 32;
  const counts = new Uint16Array(one.counts.length * channels);
  for (let at = 0; at < counts.length; at++)
    counts[at] = one.counts[(Math.floor(at / channels) + (at % channels) * 977) % one.counts.length];
  const many = manyInputs(wherry, channels);
  const take = { ...one, channels: columnsOf(many), counts };
  row('engine, 32 lanes, 30 controllers a second: against a bare look-up', ...ratio(capped(many, 30), take));
  row('   the same at 200 a second, every frame with a message', ...ratio(many, take, 6));
  const [board] = many.boards;
  const wide = { ...many, boards: [{ ...board, midiBaud: 12_000_000 }] };
  aside('   the same on a wire that takes everything', ratio(wide, take));
}

/** Ten minutes of 32 pads that are judged, and a minute with a changed cure. */
function proving(): void {
  const pads = touchPads(Array.from({ length: 32 }, (_, i) => 40 + i));
  const instrument = { ...identityInstrument([bankNotes(pads, 'touch')]), sensors: [pads] };
  const timed = (seconds: number) => {
    const take = touchedPads(pads.lanes.length, seconds);
    prove(instrument, { take: touchedPads(pads.lanes.length, 5) });
    const proved = () => {
      const began = performance.now();
      const { intended } = prove(instrument, { take });
      return { ms: performance.now() - began, gestures: intended.length };
    };
    const first = proved();
    return { ...first, again: proved().ms };
  };
  const [long, short] = [timed(600), timed(60)];
  row(
    `proving, 32 lanes, ten minutes, ${long.gestures} gestures`,
    `${long.ms.toFixed(0)} ms`,
    'under 2000 ms',
    long.ms < 2000,
  );
  row(
    '   a changed cure on one minute of it',
    `${short.again.toFixed(0)} ms`,
    'under 300 ms',
    short.again < 300,
  );
}

/** Pads that are touched in turn, each every three seconds, at 1 kHz. */
function touchedPads(lanes: number, seconds: number): Frames {
  const r = random(3);
  const noise = Float64Array.from({ length: 4096 }, () => 1.5 * r.gauss());
  const frames = 1000 * seconds;
  const counts = new Uint16Array(frames * lanes);
  for (let t = 0, at = 0; t < frames; t++)
    for (let lane = 0; lane < lanes; lane++, at++)
      counts[at] = 300 + ((t + 97 * lane) % 3200 > 2900 ? 100 : 0) + Math.round(noise[(at * 7) & 4095]);
  const channels = Array.from({ length: lanes }, (_, i) => `p${i}`);
  return { channels, tUs: Float64Array.from({ length: frames }, (_, i) => 1000 * i), counts };
}

/** Controllers that send so often at most. */
function capped(instrument: Instrument, perSecond: number): Instrument {
  const voices = instrument.voices.map((v) => (v.is === 'note' ? v : { ...v, perSecond }));
  return { ...instrument, voices };
}

function lookUpAll(counts: Uint16Array, table: Uint16Array): number {
  let sum = 0;
  for (let i = 0; i < counts.length; i++) sum += table[counts[i]];
  return sum;
}

function playAll(image: Image, take: Frames): number {
  let bytes = 0;
  playMany(startEngine(image), take, (_tUs, _out, sent) => (bytes += sent));
  return bytes;
}

/** The two jobs by turns, 15 and for 3 s at least, since the machine's pace changes: the median of their ratios counts. */
function ratio(instrument: Instrument, take: Frames, most = 4): [string, string, boolean] {
  const { counts } = take;
  const image = compile(instrument);
  const table = Uint16Array.from({ length: 65536 }, (_, i) => i >> 1);
  const turns: { bare: number; played: number; times: number }[] = [];
  const began = performance.now();
  while (turns.length < 15 || performance.now() - began < 3000) {
    const bare = nsPerCount(counts.length, () => lookUpAll(counts, table));
    const played = nsPerCount(counts.length, () => playAll(image, take));
    turns.push({ bare, played, times: played / bare });
  }
  turns.sort((x, y) => x.times - y.times);
  const { bare, played, times } = turns[turns.length >> 1];
  return [
    `${played.toFixed(2)} / ${bare.toFixed(2)} ns = ${times.toFixed(2)}×`,
    `at most ${most}×`,
    times <= most,
  ];
}

/** Time that a job takes, ns a count. The job's result is looked at, so that its work is done. */
function nsPerCount(counts: number, job: () => number): number {
  const began = performance.now();
  if (Number.isNaN(job())) throw new Error('nsPerCount: the job gave no number');
  return ((performance.now() - began) * 1e6) / counts;
}

function calibration(): void {
  const long = tenMinutes();
  const began = performance.now();
  const [board] = wherry.boards;
  const [sensor] = wherry.sensors;
  const channels = [sensor.lanes[0].column!];
  const takes: Take[] = [
    { id: 'r', role: 'rest', ...demoTake('rest'), channels },
    { id: 'l', role: 'loud', tUs: long.tUs, counts: long.counts, channels },
  ];
  const result = calibrateSensorLevel({ board, sensor, takes });
  row(
    'a ten-minute take through calibration',
    `${((performance.now() - began) / 1000).toFixed(2)} s`,
    'in a worker',
    result.ok,
  );
}

/** Rest statistics of 96 inputs at 1 kHz, as the live worker looks at them between its beats of 4 ms. */
function resting(): void {
  const width = 96;
  const recent = new RecentRest(width, 1000);
  const frame = new Uint16Array(width);
  const looks: number[] = [];
  for (let ms = 0; ms < 8000; ms++) {
    for (let c = 0; c < width; c++) frame[c] = playing.counts[(ms + 977 * c) % playing.counts.length];
    recent.add(frame);
    if (ms % 4 !== 0) continue;
    const began = performance.now();
    recent.look(ms * 1000);
    if (ms >= 4000) looks.push(performance.now() - began);
  }
  const share = looks.reduce((a, b) => a + b, 0) / 4000;
  row(
    'rest of 96 inputs: longest look between two beats',
    `${looks.reduce((a, b) => Math.max(a, b)).toFixed(1)} ms`,
    `of 4 ms; ${(100 * share).toFixed(0)} % of the worker's time in all`,
  );
}

/** What a board on a cable sends: lines of sixteen numbers, and ten minutes of 96 inputs at 1 kHz in packets, in and out again. */
function line(): void {
  const lines = Array.from({ length: 100_000 }, (_, i) =>
    [i * 1000, ...Array.from({ length: 15 }, (_, c) => (i * 7 + c * 97) % 4096)].join(','),
  );
  const text = new TextEncoder().encode(lines.join('\n') + '\n');
  let numbers = 0;
  const hear = { packet: () => {}, names: () => {}, remark: () => {} };
  const reader = new LineReader({ ...hear, numbers: ({ count }) => void (numbers += count) });
  const began = performance.now();
  for (let at = 0; at < text.length; at += 4096) reader.feed(text.subarray(at, at + 4096));
  const us = ((performance.now() - began) * 1000) / lines.length;
  const all = numbers === 16 * lines.length;
  row('a line of 16 numbers, parsed', `${us.toFixed(2)} µs`, 'under 4 µs on average', us < 4 && all);
  const columns = Array.from({ length: 96 }, (_, c) => `c${c}`);
  soak(new SerialBoard(columns, [], 1000), new FrameQueue(96, 4096));
}

function soak(cable: SerialBoard, queue: FrameQueue): void {
  const frame = new Uint16Array(96);
  const recent = new RecentFrames(cable.info.columns, [], 1000);
  const used: number[] = [];
  let heard = 0;
  for (let i = 0; i < SOAK_FRAMES; i++) {
    for (let c = 0; c < 96; c++) frame[c] = playing.counts[(i + 977 * c) % playing.counts.length];
    cable.feed(framePacket(i, i * 1000, frame), 0);
    cable.advance(0, queue);
    for (let f = queue.shift(frame); f; f = queue.shift(frame), heard++) recent.add(f.tUs, frame);
    if (i % 60_000 === 59_999) {
      global.gc?.();
      used.push(process.memoryUsage().heapUsed / 2 ** 20);
    }
  }
  const grew = used[used.length - 1] - used[1];
  row(
    'ten minutes of 96 inputs through the line: memory grown from the second minute',
    `${grew.toFixed(1)} MB`,
    `${heard} of ${SOAK_FRAMES} frames`,
    grew < 8 && heard === SOAK_FRAMES,
  );
}

/** The 8-bit chip: sixteen inputs that play each a little later than the one before, then all in unison. */
function board(): void {
  if (!has('avr-gcc'))
    return row('8-bit chip at 16 MHz', 'avr-gcc is missing', 'apt-get install gcc-avr avr-libc', false);
  const sixteen = manyInputs(wherry, INPUTS);
  const counts = (role: string) => demoTake(role).counts.slice(0, 4000);
  for (const role of ['rest', 'soft', 'loud']) {
    const { scans, identical } = runOnChip(sixteen, counts(role), LATER);
    const mean = scans.reduce((a, b) => a + b, 0) / scans.length / INPUTS;
    const limited = role === 'loud';
    row(
      `8-bit chip, sixteen inputs playing the ${role} take: cycles an input`,
      `${mean.toFixed(0)}`,
      `${limited ? `at most ${MEAN_CYCLES}` : 'the limit is for the loudest take,'} on average; bytes ${identical ? 'identical' : 'DIFFERENT'}`,
      (!limited || mean <= MEAN_CYCLES) && identical,
    );
    const worst = scans.reduce((a, b) => Math.max(a, b)) / INPUTS;
    row(
      '   slowest of its scans, power-up included',
      worst.toFixed(0),
      limited ? `at most ${WORST_CYCLES}` : 'the limit is for the loudest take',
      !limited || worst <= WORST_CYCLES,
    );
  }
  const { scans, identical, flashBytes, ramBytes } = runOnChip(sixteen, counts('loud'), 0);
  const slowest = scans.reduce((a, b) => Math.max(a, b)) / INPUTS;
  row(
    '   slowest scan, all in unison, start-up included: cycles an input',
    slowest.toFixed(0),
    `at most ${WORST_CYCLES}; the scan takes ${((slowest * INPUTS) / 16_000).toFixed(2)} ms`,
    slowest <= WORST_CYCLES && identical,
  );
  row(
    '   flash and memory',
    `${flashBytes} + ${ramBytes} bytes`,
    `memory at most ${MEMORY_BYTES}`,
    ramBytes <= MEMORY_BYTES,
  );
}

/** Touch banks with a note a lane: one that the small chip plays, and the sizes of a whole keyboard's on a larger one. */
function banks(): void {
  if (!has('avr-gcc')) return;
  const bank = (lanes: number) => {
    const pads = touchPads(Array.from({ length: lanes }, (_, i) => 20 + i));
    return instrumentOf([pads], [bankNotes(pads, 'touch')]);
  };
  const read = readTakeCsv(readFileSync('demo/wherry-leaves-medium.csv', 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  const { counts, channels } = read.value.frames;
  const leaf = counts.filter((_, i) => i % channels.length === 0).map((c) => c + 300 - counts[0]);
  for (const later of [61, 0]) {
    const { scans, identical, flashBytes, ramBytes } = runOnChip(bank(24), leaf.slice(0, 6000), later);
    const mean = scans.reduce((a, b) => a + b, 0) / scans.length / 24;
    row(
      `8-bit chip, 24 touch pads and notes ${later ? 'by turns' : 'in unison'}: cycles a pad, mean and worst`,
      `${mean.toFixed(0)}, ${(Math.max(...scans) / 24).toFixed(0)}`,
      `${flashBytes} + ${ramBytes} bytes; bytes ${identical ? 'identical' : 'DIFFERENT'}`,
      identical,
    );
  }
  const { flashBytes, ramBytes } = sizeOnChip(bank(88), LARGER);
  row(
    '   88 touch pads and notes, on a chip of 16 KB: flash and memory',
    `${flashBytes} + ${ramBytes} bytes`,
  );
}

/** First-load script a route, compressed, and the longest task of the main thread while listening. */
async function screens(): Promise<void> {
  const task = (ms: number) => (ms === 0 ? 'none over 50 ms' : `${ms.toFixed(0)} ms`);
  const path = '/usr/bin/chromium';
  if (!existsSync(path)) return row('screens', 'chromium is missing', 'apt-get install chromium', false);
  ensureBuild();
  const { loads, longestMs, frames, lost, hour, csv, toMidi, toSound } = await screenFigures(path);
  for (const { route, kilobytes } of loads)
    row(
      `first load of ${route}`,
      `${kilobytes.toFixed(0)} KB`,
      'under 400 KB of compressed script',
      kilobytes < 400,
    );
  row(
    'longest main-thread task in 15 s of listening to 96 lanes at 1 kHz',
    task(longestMs),
    'under 50 ms',
    longestMs < 50,
  );
  row('   frames lost meanwhile', `${lost} of ${frames}`, 'none', lost === 0);
  row(
    'an hour of 16 columns at 1 kHz opened, scrolled, measured: longest main-thread task',
    `${task(hour.longestMs)}, drawn after ${hour.seconds.toFixed(1)} s`,
    'under 50 ms',
    hour.longestMs < 50,
  );
  row(
    `a CSV of 60 MB read, ${csv.shares} shares told on the way: longest main-thread task`,
    `${task(csv.longestMs)}, drawn after ${csv.seconds.toFixed(1)} s`,
    'progress',
    csv.shares > 3,
  );
  for (const [what, { heard, p50, p95 }] of [
    ['MIDI out', toMidi],
    ['the start of a sound', toSound],
  ] as const)
    row(
      `from a frame to ${what}: p50, p95 of ${heard}`,
      `${p50.toFixed(1)}, ${p95.toFixed(1)} ms`,
      'p95 under 10 ms',
      heard > 20 && p95 < 10,
    );
}
