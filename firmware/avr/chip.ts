import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { compile } from '@/core/compile/compile';
import { run } from '@/core/engine/run';
import { startEngine } from '@/core/engine/start';
import { playFrame } from '@/core/engine/play';
import { writeConfig, writeHeader, writeSource } from '@/core/exchange/firmware/header';
import { columnsOf } from '@/core/instrument/access';
import type { Instrument } from '@/core/instrument/document';
import type { Voice } from '@/core/instrument/voices';
import type { Edges } from '@/core/signal/take';
import { AVR_FLAGS, emulate, SMALL } from '@/server/avr-emulator';

export interface ChipRun {
  /** Cycles of each scan, start-up included. */
  scans: number[];
  messages: number;
  flashBytes: number;
  ramBytes: number;
  /** Whether the chip sent what the application's engine sends. */
  identical: boolean;
}

/** A one-sensor instrument so many times over, on tables of 33 points as a small chip would have them. */
export function manyInputs(one: Instrument, inputs: number): Instrument {
  const each = Array.from({ length: inputs }, (_, i) => i);
  return {
    ...one,
    boards: one.boards.map((b) => ({ ...b, tableBits: 5 })),
    sensors: each.map((i) => ({
      ...one.sensors[0],
      id: `s${i}`,
      lanes: [{ ...one.sensors[0].lanes[0], column: `c${i}` }],
    })),
    voices: each.flatMap((i) => one.voices.map((v) => moved(v, i))),
  };
}

/** A voice of the first sensor as one of another. */
function moved(voice: Voice, i: number): Voice {
  const id = `${voice.id}-${i}`;
  const sensor = `s${i}`;
  if (voice.is === 'note')
    return { ...voice, id, gate: { ...voice.gate, sensor }, pitch: { is: 'fixed', note: 40 + i } };
  const source = { ...voice.source, sensor };
  return voice.is === 'controller' ? { ...voice, id, source, controller: i } : { ...voice, id, source };
}

/**
 * Compiles the runtime for the emulated 8-bit chip and plays counts on it.
 * @param counts one column; every input plays it
 * @param later frames by which each input is later than the one before; 0 for all in unison
 * @throws where avr-gcc is missing
 */
export function runOnChip(instrument: Instrument, counts: Uint16Array, later: number): ChipRun {
  return inScratch((folder) => {
    const { binary, ...sizes } = build(folder, SMALL, instrument, counts, later);
    const { scans, sent } = emulate(binary);
    const want = expected(instrument, counts, later);
    const identical = sent.length === want.length && sent.every((byte, i) => byte === want[i]);
    return { scans, messages: sent.length / 3, ...sizes, identical };
  });
}

/** What runtime and instrument take of a chip: program memory and memory, bytes. @throws where avr-gcc is missing */
export const sizeOnChip = (instrument: Instrument, chip: string): Pick<ChipRun, 'flashBytes' | 'ramBytes'> =>
  inScratch((folder) => {
    const { flashBytes, ramBytes } = build(folder, chip, instrument, Uint16Array.of(0), 0);
    return { flashBytes, ramBytes };
  });

/**
 * Runs a program of its own on the emulated chip, beside the whole runtime.
 * @param main C that follows the runtime's own source: it writes bytes to GPIOR1, and 3 to GPIOR0 when it is done
 * @returns the bytes, the cycles of what it has marked as scans, and the memory it takes
 */
export const runProgram = (
  instrument: Instrument,
  main: string,
): { sent: number[]; scans: number[]; ramBytes: number } =>
  inScratch((folder) => {
    writeInstrument(folder, instrument);
    const source = path.join(folder, 'main.c');
    writeFileSync(source, `#include <avr/io.h>\n#include "cheironom.c"\n${main}`);
    const made = buildOn(SMALL, folder, [source, path.join(folder, 'instrument.c')]);
    return { ...emulate(made.binary), ramBytes: made.data + made.bss };
  });

/** The same, of which only the bytes matter. */
export const runMain = (instrument: Instrument, main: string): number[] => runProgram(instrument, main).sent;

export interface EdgesRun {
  /** Cycles of each edge, and of each frame. */
  edges: number[];
  frames: number[];
  ramBytes: number;
  /** Whether the chip sent what the application's engine sends. */
  identical: boolean;
}

/** Plays edges on the emulated chip, each where its time is come, with a frame of no column every ms. @param ms how long */
export function runEdgesOnChip(instrument: Instrument, edges: Edges, ms: number): EdgesRun {
  const list = (type: string, name: string, of: ArrayLike<number>) =>
    `static const ${type} ${name}[] PROGMEM = {${Array.from(of).join(',')}};`;
  const program = (marksFrames: 0 | 1) => `#include <avr/io.h>
#include <avr/pgmspace.h>
#include "cheironom.h"
#include "instrument.h"
${list('uint32_t', 'times', edges.tUs)}
${list('uint8_t', 'contacts', edges.contact)}
${list('uint8_t', 'closed', edges.closed)}
static uint8_t out[INSTRUMENT_MAX_BYTES];
static uint16_t counts[1];
static void give(uint16_t n)
{
    uint16_t i;
    for (i = 0; i < n; i++) GPIOR1 = out[i];
}
int main(void)
{
    uint32_t at;
    uint16_t edge = 0, n;
    cheir_start();
    for (at = 0; at < ${1000 * ms}ul; at += 1000) {
        for (; edge < ${edges.tUs.length}u && pgm_read_dword(times + edge) <= at; edge++) {
            if (!${marksFrames}) GPIOR0 = 1;
            n = cheir_edge(pgm_read_dword(times + edge), pgm_read_byte(contacts + edge), pgm_read_byte(closed + edge), out);
            if (!${marksFrames}) GPIOR0 = 2;
            give(n);
        }
        if (${marksFrames}) GPIOR0 = 1;
        n = cheir_frame(at, counts, out);
        if (${marksFrames}) GPIOR0 = 2;
        give(n);
    }
    GPIOR0 = 3;
    for (;;) {
    }
}
`;
  return inScratch((folder) => {
    writeInstrument(folder, instrument);
    const play = (marksFrames: 0 | 1) => {
      const source = path.join(folder, 'main.c');
      writeFileSync(source, program(marksFrames));
      const made = buildOn(SMALL, folder, [
        'firmware/cheironom.c',
        source,
        path.join(folder, 'instrument.c'),
      ]);
      return { ...emulate(made.binary), ramBytes: made.data + made.bss };
    };
    const [own, framed] = [play(0), play(1)];
    const tUs = Float64Array.from({ length: ms }, (_, i) => 1000 * i);
    const want = run(compile(instrument), { channels: [], tUs, counts: new Uint16Array(0), edges });
    const bytes = want.flatMap((e) => e.bytes);
    const identical = own.sent.length === bytes.length && own.sent.every((byte, i) => byte === bytes[i]);
    return { edges: own.scans, frames: framed.scans, ramBytes: own.ramBytes, identical };
  });
}

function inScratch<T>(does: (folder: string) => T): T {
  const folder = mkdtempSync(path.join(tmpdir(), 'cheironom-chip-'));
  try {
    return does(folder);
  } finally {
    rmSync(folder, { recursive: true });
  }
}

/** The files that are the instrument's own. */
function writeInstrument(folder: string, instrument: Instrument): void {
  const image = compile(instrument);
  const write = (name: string, text: string) => writeFileSync(path.join(folder, name), text);
  write('instrument.h', writeHeader(instrument, instrument.boards[0], image, columnsOf(instrument), false));
  write('instrument.c', writeSource(image, false));
  write('cheironom_config.h', writeConfig(image, null));
}

/** Compiles sources for a chip. @returns the program, and what it takes of the chip, bytes */
function buildOn(chip: string, folder: string, sources: readonly string[]) {
  const elf = path.join(folder, 'bench.elf');
  execFileSync('avr-gcc', [
    `-mmcu=${chip}`,
    ...AVR_FLAGS,
    '-I',
    'firmware',
    '-I',
    folder,
    ...sources,
    '-o',
    elf,
  ]);
  execFileSync('avr-objcopy', ['-O', 'binary', elf, path.join(folder, 'bench.bin')]);
  const sizes = execFileSync('avr-size', [elf], { encoding: 'utf8' }).split('\n')[1].trim().split(/\s+/);
  const [text, data, bss] = sizes.map(Number);
  return { binary: readFileSync(path.join(folder, 'bench.bin')), text, data, bss };
}

function build(folder: string, chip: string, instrument: Instrument, counts: Uint16Array, later: number) {
  writeInstrument(folder, instrument);
  writeFileSync(
    path.join(folder, 'frames.h'),
    `#include <avr/pgmspace.h>\n#define FRAMES ${counts.length}u\n#define LATER ${later}u\nstatic const uint16_t frames[FRAMES] PROGMEM = {${counts.join(',')}};\n`,
  );
  const sources = ['firmware/cheironom.c', 'firmware/avr/bench.c', path.join(folder, 'instrument.c')];
  const { binary, text, data, bss } = buildOn(chip, folder, sources);
  return { binary, flashBytes: text + data - 2 * counts.length, ramBytes: data + bss };
}

/** What the engine sends for the counts that firmware/avr/bench.c makes. */
function expected(instrument: Instrument, frames: Uint16Array, later: number): number[] {
  const e = startEngine(compile(instrument));
  const columns = columnsOf(instrument);
  const bytes: number[] = [];
  for (let scan = 0; scan < frames.length; scan++) {
    const counts = columns.map((_, c) => frames[(scan + c * later) % frames.length]);
    const n = playFrame(e, scan * 1000, counts, 0);
    for (let i = 0; i < n; i++) bytes.push(e.out[i]);
  }
  return bytes;
}
