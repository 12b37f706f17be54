import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { strFromU8, unzipSync } from 'fflate';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readInstrument } from '@/core/exchange/instrument-json';
import { firmwareZip } from '@/server/firmware';

/** Compiles the zip's own files, as they are given to the maker, against a stand-in for the Wiring-style library. */
describe('the example sketch', () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'cheironom-sketch-'));
  afterAll(() => rmSync(folder, { recursive: true }));
  beforeAll(async () => {
    const read = readInstrument(readFileSync('demo/wherry.json', 'utf8'));
    if (!read.ok) throw new Error(read.faults[0].says);
    for (const [name, bytes] of Object.entries(unzipSync(await firmwareZip(read.value))))
      writeFileSync(path.join(folder, path.basename(name)), strFromU8(bytes));
    const strict = ['-Wall', '-Wextra', '-Werror'];
    execFileSync('cc', ['-std=c99', ...strict, '-pedantic', '-c', 'cheironom.c', '-o', 'runtime.o'], {
      cwd: folder,
    });
    writeFileSync(
      path.join(folder, 'main.cpp'),
      `#include "${path.resolve('firmware/host/wiring.h')}"\n#include "wherry.ino"\nint main() { setup(); for (int i = 0; i < 200000; i++) loop(); printf("%ld", wiring_bytes); }\n`,
    );
  });
  const run = (defines: string[]) => {
    const flags = [
      '-std=c++11',
      '-Wall',
      '-Wextra',
      '-Werror',
      '-Wno-unused-function',
      '-Wno-unused-variable',
      ...defines,
    ];
    execFileSync('c++', [...flags, 'main.cpp', 'runtime.o', '-o', 'sketch'], { cwd: folder });
    return Number(execFileSync(path.join(folder, 'sketch'), { encoding: 'utf8' }));
  };
  it('compiles without a warning and sends MIDI from the pins that it reads', () => {
    expect(run([])).toBeGreaterThan(1000);
  });
  it('prints frames for the application instead, when it is told to', () => {
    const sketch = path.join(folder, 'wherry.ino');
    writeFileSync(
      sketch,
      readFileSync(sketch, 'utf8').replace('#define PRINT_FRAMES 0', '#define PRINT_FRAMES 1'),
    );
    expect(run([])).toBeGreaterThan(1000);
  });
});
