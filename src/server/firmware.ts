import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { strToU8, zipSync } from 'fflate';
import { channelsOf, compile } from '@/core/engine/compile';
import { writeConfig, writeHeader } from '@/core/exchange/header';
import { writeInstrument } from '@/core/exchange/instrument-json';
import { fillSketch } from '@/core/exchange/sketch';
import type { Instrument } from '@/core/instrument/document';
import { FIRMWARE } from './compiler';

/** The same instrument gives the same zip, byte for byte: the archive's times are fixed. */
const MTIME = new Date(1980, 0, 1);

/** The runtime's own files: what it declares, what it does, and the parts of that. */
const RUNTIME = [
  'cheironom.h',
  'cheironom.c',
  'cheironom_scale.h',
  'cheironom_level.h',
  'cheironom_gate.h',
  'cheironom_start_up.h',
];

/** Everything that a board needs, in one folder: header, runtime, sketch and the instrument itself. */
export async function firmwareZip(instrument: Instrument): Promise<Uint8Array<ArrayBuffer>> {
  const source = (name: string) => readFile(path.join(FIRMWARE, name), 'utf8');
  const channels = channelsOf(instrument);
  const runtime = await Promise.all(RUNTIME.map(async (name) => [name, await source(name)] as const));
  const files: Record<string, string> = {
    ...Object.fromEntries(runtime),
    'cheironom_config.h': writeConfig(instrument),
    'instrument.h': writeHeader(instrument, compile(instrument, channels), channels),
    [`${instrument.id}.ino`]: fillSketch(await source('sketch.ino'), instrument),
    'instrument.json': writeInstrument(instrument),
  };
  const entries = Object.entries(files).map(
    ([name, text]) => [`${instrument.id}/${name}`, strToU8(text)] as const,
  );
  return Uint8Array.from(zipSync(Object.fromEntries(entries), { mtime: MTIME, level: 9 }));
}
