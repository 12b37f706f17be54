import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { channelsOf, compile } from '@/core/engine/compile';
import { encodeTake, writePrograms } from '@/core/exchange/harness';
import { playOperations } from '@/core/exchange/play-operations';
import { readTakeCsv } from '@/core/exchange/take-csv';
import { MOST_VOICES_A_SENSOR } from '@/core/instrument/limits';
import { readInstrument } from '@/core/exchange/instrument-json';
import { splitMessages } from '@/core/midi/messages';
import { levelFaults, noteFaults } from '@/core/testing/handbook-oracle';
import { oracleCase } from '@/core/testing/oracle-cases';
import { compileHost, STRICT, type HostRuntime } from '@/server/compiler';
import { randomInstrument, randomTake } from '@/core/testing/random-instruments';

const INSTRUMENTS = 300;
const silences = new Set([400, 1000]);

/** The last has as many notes on one sensor as the board can count. */
const list = Array.from({ length: INSTRUMENTS }, (_, n) => {
  const instrument = randomInstrument(1000 + n);
  if (n === INSTRUMENTS - 1) {
    const { id: sensor } = instrument.sensors[0];
    const common = { sensor, kind: 'note', side: 'both' } as const;
    instrument.voices = Array.from({ length: MOST_VOICES_A_SENSOR }, (_, i) => ({
      ...common,
      id: `n${i}`,
      channel: 1 + (i >> 7),
      note: i & 127,
    }));
  }
  const channels = channelsOf(instrument);
  return { instrument, channels, program: compile(instrument, channels) };
});

const folder = mkdtempSync(path.join(tmpdir(), 'cheironom-runtime-'));
afterAll(() => rmSync(folder, { recursive: true }));
const compiled = async (programs: string, flags: readonly string[]): Promise<HostRuntime> => {
  const made = await compileHost(programs, folder, flags);
  if (!made.ok) throw new Error(made.faults[0].says);
  return made.value;
};

describe('the C runtime, compiled strictly and run under address and undefined-behaviour sanitizers', () => {
  let host: HostRuntime;
  beforeAll(async () => {
    host = await compiled(writePrograms(list), STRICT);
  }, 240_000);

  it(`plays ${INSTRUMENTS} random instruments and takes byte for byte as the application's engine does`, async () => {
    let messages = 0;
    for (const [n, { instrument, program }] of list.entries()) {
      const take = randomTake(instrument, 1500, 77 + n);
      const ours = playOperations(program, take, silences);
      const theirs = await host.play(encodeTake(n, take, silences));
      expect(theirs, `instrument ${n}`).toEqual(ours);
      messages += ours.length;
    }
    expect(messages).toBeGreaterThan(INSTRUMENTS * 100);
  }, 240_000);
});

describe('the C runtime against the handbook in floating point', () => {
  it('levels and notes are what they should be, within the stated error', async () => {
    const cases = Array.from({ length: 40 }, (_, i) => {
      const kind = i % 2 === 0 ? ('controller' as const) : ('note' as const);
      return { kind, ...oracleCase(5000 + i, kind) };
    });
    const programs = cases.map(({ instrument }) => {
      const channels = channelsOf(instrument);
      return { instrument, channels, program: compile(instrument, channels) };
    });
    const host = await compiled(writePrograms(programs), STRICT);
    for (const [n, { kind, instrument, take }] of cases.entries()) {
      const sent = await host.play(encodeTake(n, take));
      const said = sent
        .filter(({ operation }) => operation < take.tUs.length)
        .flatMap(({ operation, bytes }) => splitMessages(bytes).map((m) => ({ frame: operation, bytes: m })));
      const faults = (kind === 'controller' ? levelFaults : noteFaults)(instrument, take, said);
      expect(faults, `case ${n}`).toEqual([]);
    }
  }, 120_000);
});

describe('the demonstration instrument on the C runtime', () => {
  it('plays every demonstration take byte for byte, also with the table size fixed at compile time', async () => {
    const read = readInstrument(readFileSync('demo/wherry.json', 'utf8'));
    if (!read.ok) throw new Error(read.faults[0].says);
    const instrument = read.value;
    const channels = channelsOf(instrument);
    const program = compile(instrument, channels);
    const flags = [...STRICT, `-DCHEIR_TABLE_BITS=${program.tableBits}`];
    const host = await compiled(writePrograms([{ instrument, program, channels }]), flags);
    for (const role of ['rest', 'soft', 'medium', 'loud', 'full']) {
      const csv = readTakeCsv(readFileSync(`demo/wherry-bellows-${role}.csv`, 'utf8'));
      if (!csv.ok) throw new Error(csv.faults[0].says);
      const ours = playOperations(program, csv.value.frames);
      expect(await host.play(encodeTake(0, csv.value.frames)), role).toEqual(ours);
      expect(ours.length, role).toBeGreaterThan(role === 'rest' ? 0 : 10);
    }
  }, 120_000);
});
