import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { avrInstruction, CPU } from 'avr8js';
import { channelsOf, compile } from '@/core/engine/compile';
import { start } from '@/core/engine/state';
import { step } from '@/core/engine/step';
import { writeConfig, writeHeader } from '@/core/exchange/header';
import { readInstrument } from '@/core/exchange/instrument-json';
import { readTakeCsv } from '@/core/exchange/take-csv';
import type { Instrument } from '@/core/instrument/document';

/** General-purpose I/O registers 0 and 1 in data space (datasheet of the 8-bit chip, register summary). */
const GPIOR0 = 0x3e;
const GPIOR1 = 0x4a;
const INPUTS = 16;
/** Frames by which each input plays later than the one before. */
const LATER = 97;

export interface AvrFigures {
  /** Cycles a scan and an input: mean, and the slowest scan's. */
  mean: number;
  worst: number;
  messages: number;
  flashBytes: number;
  ramBytes: number;
  /** Whether the chip sent what the application's engine sends. */
  identical: boolean;
}

/** The demonstration bellows sixteen times over, on a table of 33 points as a small chip would have it. */
function sixteen(): Instrument {
  const read = readInstrument(readFileSync('demo/wherry.json', 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  const one = read.value;
  const inputs = Array.from({ length: INPUTS }, (_, i) => i);
  return {
    ...one,
    board: { ...one.board, tableBits: 5 },
    sensors: inputs.map((i) => ({ ...one.sensors[0], id: `s${i}`, channel: `c${i}` })),
    voices: inputs.flatMap((i) =>
      one.voices.map((v) => ({
        ...v,
        id: `${v.id}-${i}`,
        sensor: `s${i}`,
        controller: v.controller && i,
        note: v.note && 40 + i,
      })),
    ),
  };
}

/** Compiles the runtime for the chip and counts cycles in the emulator. @throws where avr-gcc is missing */
export function avrFigures(role = 'loud'): AvrFigures {
  const instrument = sixteen();
  const take = readTakeCsv(readFileSync(`demo/wherry-bellows-${role}.csv`, 'utf8'));
  if (!take.ok) throw new Error(take.faults[0].says);
  const counts = take.value.frames.counts.slice(0, 4000);
  const channels = channelsOf(instrument);
  const folder = mkdtempSync(path.join(tmpdir(), 'cheironom-avr-'));
  writeFileSync(
    path.join(folder, 'instrument.h'),
    writeHeader(instrument, compile(instrument, channels), channels),
  );
  writeFileSync(
    path.join(folder, 'frames.h'),
    `#include <avr/pgmspace.h>\n#define FRAMES ${counts.length}u\n#define LATER ${LATER}u\nstatic const uint16_t frames[FRAMES] PROGMEM = {${counts.join(',')}};\n`,
  );
  writeFileSync(path.join(folder, 'cheironom_config.h'), writeConfig(instrument));
  const elf = path.join(folder, 'bench.elf');
  const flags = ['-mmcu=atmega328p', '-Os', '-std=c99', '-Wall', '-Wextra', '-Werror'];
  execFileSync('avr-gcc', [
    ...flags,
    '-I',
    'firmware',
    '-I',
    folder,
    'firmware/cheironom.c',
    'firmware/avr/bench.c',
    '-o',
    elf,
  ]);
  execFileSync('avr-objcopy', ['-O', 'binary', elf, path.join(folder, 'bench.bin')]);
  const [text, data, bss] = execFileSync('avr-size', [elf], { encoding: 'utf8' })
    .split('\n')[1]
    .trim()
    .split(/\s+/)
    .map(Number);
  const want = expected(instrument, counts);
  return {
    ...emulate(readFileSync(path.join(folder, 'bench.bin')), want),
    flashBytes: text + data - 2 * counts.length,
    ramBytes: data + bss,
  };
}

/** What the engine sends for the counts that firmware/avr/bench.c makes. */
function expected(instrument: Instrument, frames: Uint16Array): number[] {
  const program = compile(instrument, channelsOf(instrument));
  const state = start(program);
  const out = new Uint8Array(program.maxBytes);
  const bytes: number[] = [];
  for (let scan = 0; scan < frames.length; scan++) {
    const counts = instrument.sensors.map((_, c) => frames[(scan + c * LATER) % frames.length]);
    bytes.push(...out.subarray(0, step(program, state, scan * 1000, counts, 0, out)));
  }
  return bytes;
}

function emulate(
  binary: Buffer,
  want: number[],
): Pick<AvrFigures, 'mean' | 'worst' | 'messages' | 'identical'> {
  const flash = new Uint8Array(32 * 1024);
  flash.set(binary);
  const cpu = new CPU(new Uint16Array(flash.buffer));
  const scans: number[] = [];
  const sent: number[] = [];
  let began = 0;
  let done = false;
  cpu.writeHooks[GPIOR0] = (value) => {
    if (value === 1) began = cpu.cycles;
    if (value === 2) scans.push(cpu.cycles - began);
    if (value === 3) done = true;
  };
  cpu.writeHooks[GPIOR1] = (value) => void sent.push(value);
  while (!done && cpu.cycles < 1e9) {
    avrInstruction(cpu);
    cpu.tick();
  }
  // The first scans send every value once, at power-up; that is not playing.
  const playing = scans.slice(20);
  return {
    mean: playing.reduce((a, b) => a + b, 0) / playing.length / INPUTS,
    worst: Math.max(...playing) / INPUTS,
    messages: sent.length / 3,
    identical: sent.join() === want.join(),
  };
}
