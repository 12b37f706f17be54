import { execFileSync, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { strFromU8, unzipSync } from 'fflate';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readInstrument } from '@/core/exchange/instrument-json';
import type { Instrument } from '@/core/instrument/document';
import { bellowsOf } from '@/core/testing/bellows';
import { firmwareZip } from '@/server/firmware';

/** The demonstration instrument's bellows as a board of so many bits would have measured it. */
function wherryOn(bits: number): Instrument {
  const read = readInstrument(readFileSync('demo/wherry.json', 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  const instrument = bellowsOf(read.value);
  const [board] = instrument.boards;
  const scaled = (key: string, value: unknown) =>
    ['rest', 'on', 'off', 'onDown', 'offDown', 'up', 'down'].includes(key) && typeof value === 'number'
      ? Math.round(value * 2 ** (bits - board.bits))
      : value;
  const [sensor] = instrument.sensors;
  sensor.calibration = JSON.parse(JSON.stringify(sensor.calibration, scaled));
  return { ...instrument, boards: [{ ...board, bits }] };
}

const OBJECTS = ['cheironom.o', 'instrument.o'];
const WARNINGS = ['-Wall', '-Wextra', '-Werror'];
const STUB = path.resolve('firmware/host/wiring.h');
/** Pushes for a quarter of a second, lets go for another; a rest of 2042 on 12 bits. */
const STROKES = 'int wiring_signal(uint8_t, uint32_t us) { return us / 250000 % 2 ? 3000 : 2042; }\n';

/** The zip's own files in a folder, as they are given to the maker, and a program around the sketch. */
async function unpack(folder: string, instrument: Instrument, main: string): Promise<void> {
  mkdirSync(folder, { recursive: true });
  for (const [name, bytes] of Object.entries(unzipSync(await firmwareZip(instrument))))
    writeFileSync(path.join(folder, path.basename(name)), strFromU8(bytes));
  writeFileSync(path.join(folder, 'main.cpp'), `#include "${STUB}"\n#include "wherry.ino"\n${main}`);
}

const root = mkdtempSync(path.join(tmpdir(), 'cheironom-sketch-'));
afterAll(() => rmSync(root, { recursive: true }));

describe('the sketch, run against a stand-in for the Wiring-style library', () => {
  const folder = path.join(root, 'run');
  const main = `#include <stdio.h>\n#include <stdlib.h>\n${STROKES}
    int main(int, char **argument) {
      double seconds = atof(argument[1]), passed = 0;
      wiring_read_us = (uint32_t)atol(argument[2]);
      setup();
      for (uint32_t last = wiring_us; passed < seconds * 1e6; last = wiring_us) { loop(); passed += wiring_us - last; }
      printf("%lu %lu %lu", (unsigned long)wiring_bytes, (unsigned long)wiring_silent_us, (unsigned long)overruns);
    }\n`;
  beforeAll(async () => {
    await unpack(folder, wherryOn(12), main);
    const c99 = ['-std=c99', '-O2', ...WARNINGS, '-pedantic'];
    for (const name of ['cheironom', 'instrument'])
      execFileSync('cc', [...c99, '-c', `${name}.c`, '-o', `${name}.o`], { cwd: folder });
  });
  /** @returns bytes sent, longest silence (s) and late scans */
  const run = (seconds: number, readUs: number) => {
    const flags = ['-std=c++11', '-O2', ...WARNINGS, '-Wno-unused-function', '-Wno-unused-variable'];
    execFileSync('c++', [...flags, 'main.cpp', ...OBJECTS, '-o', 'sketch'], { cwd: folder });
    const said = execFileSync(path.join(folder, 'sketch'), [String(seconds), String(readUs)], {
      encoding: 'utf8',
    });
    const [bytes, silentUs, late] = said.split(' ').map(Number);
    return { bytes, silent: silentUs / 1e6, late };
  };
  it('plays from the pin that it reads, no scan late', () => {
    const { bytes, silent, late } = run(20, 100);
    expect(bytes).toBeGreaterThan(39 * 12);
    expect(silent).toBeLessThan(0.5);
    expect(late).toBe(0);
  });
  it('with a converter too slow for its scan rate is never silent for a second in three hours, and counts late scans', () => {
    const { bytes, silent, late } = run(3 * 3600, 1800);
    expect(bytes).toBeGreaterThan(3 * 3600 * 12);
    expect(silent).toBeLessThan(1);
    expect(late).toBeGreaterThan(1e6);
  }, 60_000);
  it('prints frames for the application instead, when it is told to', () => {
    const sketch = path.join(folder, 'wherry.ino');
    const text = readFileSync(sketch, 'utf8');
    writeFileSync(sketch, text.replace('#define PRINT_FRAMES 0', '#define PRINT_FRAMES 1'));
    expect(run(1, 100).bytes).toBeGreaterThan(4000);
  });
});

describe('the sketch, built as makers’ tools build it for three classes of 8-bit board', () => {
  const chips = { SMALL: 'atmega328p', USB: 'atmega32u4', LARGE: 'atmega2560' } as const;
  const main = `int wiring_signal(uint8_t, uint32_t us) { return us / 250000 % 2 ? 750 : 510; }
    int main() { setup(); for (;;) loop(); }\n`;
  const build = (folder: string, board: keyof typeof chips) => {
    const flags = [
      `-mmcu=${chips[board]}`,
      '-Os',
      '-flto',
      `-DWIRING_${board}`,
      ...WARNINGS,
      '-Wno-unused-variable',
    ];
    for (const name of ['cheironom', 'instrument']) {
      const compiled = spawnSync('avr-gcc', [...flags, '-std=c99', '-c', `${name}.c`, '-o', `${name}.o`], {
        cwd: folder,
      });
      if (compiled.status !== 0) return [compiled.stderr.toString()];
    }
    const built = spawnSync('avr-g++', [...flags, '-std=c++11', 'main.cpp', ...OBJECTS, '-o', 'sketch'], {
      cwd: folder,
    });
    return (
      built.stderr.toString().match(/error: .*/g) ?? (built.status === 0 ? [] : [built.stderr.toString()])
    );
  };
  it.each(Object.keys(chips) as (keyof typeof chips)[])('%s: no warning', async (board) => {
    const folder = path.join(root, board);
    await unpack(folder, wherryOn(10), main);
    expect(build(folder, board)).toEqual([]);
  });
  it('leaves lanes of a matrix, which have no pin of their own, at rest: no pin is read twice', async () => {
    const read = readInstrument(readFileSync('demo/sallow.json', 'utf8'));
    if (!read.ok) throw new Error(read.faults[0].says);
    const [board] = read.value.boards;
    const sensors = read.value.sensors.filter((s) => s.board === board.id);
    const keys = { ...read.value, id: 'wherry', boards: [{ ...board, bits: 10 }], links: [], sensors };
    const folder = path.join(root, 'matrix');
    await unpack(folder, keys, main);
    const sketch = readFileSync(path.join(folder, 'wherry.ino'), 'utf8');
    expect(sketch).toContain(`= {${Array(24).fill('NO_PIN').join(', ')}}`);
    expect(sketch).toContain('= {A0, A1, A2, A3, A4, A5, A6, A7}');
    expect(build(folder, 'LARGE')).toEqual([]);
  });
  it('stops with one sentence where the converter has too few bits, or a pin is past the board’s last', async () => {
    const folder = path.join(root, 'refused');
    await unpack(folder, wherryOn(12), main);
    expect(build(folder, 'SMALL')[0]).toMatch(/Wherry was measured on a board of 12 bits; .* has 10/);
    const wide = wherryOn(10);
    wide.sensors[0].lanes[0].pin = 'A9';
    await unpack(folder, wide, main);
    expect(build(folder, 'SMALL')).toEqual([
      expect.stringMatching(/Wherry reads 10 analogue pins.*this board has fewer/),
    ]);
    expect(build(folder, 'LARGE')).toEqual([]);
  });
});
