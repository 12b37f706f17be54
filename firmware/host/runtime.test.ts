import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { compile } from '@/core/compile/compile';
import { mostBytesSettable } from '@/core/engine/engine';
import { decodePlayed, encodeProgram, encodeTake, type Between } from '@/core/exchange/firmware/harness';
import { writeConfig, writeHeader, writeSource } from '@/core/exchange/firmware/header';
import { readInstrument } from '@/core/exchange/document/instrument-json';
import { playOperations } from '@/core/exchange/firmware/play-operations';
import { writeDump } from '@/core/exchange/settings/settings-dump';
import { dumpRoom } from '@/core/exchange/settings/settings-room';
import { readTakeCsv } from '@/core/exchange/takes/take-csv';
import { run } from '@/core/engine/run';
import { columnsOf, contactsOf } from '@/core/instrument/access';
import type { Instrument } from '@/core/instrument/document';
import { splitMessages } from '@/core/midi/messages';
import { framesOf } from '@/core/signal/frames';
import { noteDifferences, toldOf } from '@/core/testing/bank-oracle';
import { BANK_CASES, bankCase } from '@/core/testing/bank-oracle-cases';
import { levelFaults, noteFaults } from '@/core/testing/handbook-oracle';
import { oracleCase } from '@/core/testing/oracle-cases';
import { randomServed, randomTwoScenes, withOtherSettings } from '@/core/testing/random-instruments';
import { randomButtonTake, randomWithButton } from '@/core/testing/random-button';
import { SEED } from '@/core/testing/many';
import { randomTake } from '@/core/testing/random-takes';
import { compileHost, STRICT, type HostRuntime } from '@/server/compiler';

/** Set higher to look further: RUNTIME_INSTRUMENTS=10000 takes some ten minutes. */
const INSTRUMENTS = Number(process.env.RUNTIME_INSTRUMENTS ?? 40);
const FIRST_SEED = 999 + SEED;
/** Pots and encoders in scenes that change. */
const TWO_SCENES = 40;
/** Boards with a button that measures. */
const BUTTONS = Math.ceil(INSTRUMENTS / 5);
const FRAMES = 1200;
const NOBODY = { digest: 'c0ffee00', wiring: '' };
const between = {
  silence: new Set([300, 800]),
  change: new Set([500, 900]),
  // Some of them are not there in most instruments.
  scene: new Map([200, 350, 600, 700, 1000].map((frame, i) => [frame, [1, 17, 2, 0, 31][i]])),
  looks: { every: 7, lights: 40 },
};

const folder = mkdtempSync(path.join(tmpdir(), 'cheironom-runtime-'));
afterAll(() => rmSync(folder, { recursive: true }));
const strict = async (): Promise<HostRuntime> => {
  const made = await compileHost(STRICT);
  if (!made.ok) throw new Error(made.faults[0].says);
  return made.value;
};

describe('the C runtime, compiled strictly and run under address and undefined-behaviour sanitizers', () => {
  it(`plays ${INSTRUMENTS} random instruments and takes as the application's engine does, byte for byte and state for state`, async () => {
    const messages = await compare(INSTRUMENTS, randomServed, between);
    expect(messages).toBeGreaterThan(INSTRUMENTS * 80);
  }, 2_400_000);

  it('plays pots that take over in another scene, and encoders that have a value in each, as the application does', async () => {
    const scene = new Map(Array.from({ length: FRAMES / 40 }, (_, i) => [40 * i, i % 2]));
    expect(await compare(TWO_SCENES, randomTwoScenes, { ...between, scene })).toBeGreaterThan(
      TWO_SCENES * 80,
    );
  });

  it('measures rest and reach by its button as the application does, and gives them as settings', async () => {
    const asked = { silence: new Set([1000]), change: new Set([1]) };
    expect(await compare(BUTTONS, randomWithButton, asked, randomButtonTake)).toBeGreaterThan(BUTTONS * 20);
  });
});

/** Plays random instruments on both runtimes. @returns how many messages they sent */
async function compare(
  seeds: number,
  instrumentOf: (seed: number) => Instrument,
  does: Between,
  takeOf = randomTake,
): Promise<number> {
  let messages = 0;
  const host = await strict();
  for (let seed = FIRST_SEED; seed < FIRST_SEED + seeds; seed++) {
    const instrument = instrumentOf(seed);
    const image = compile(instrument);
    // Settings may ask for a slack that reaches past rest, though the compiler asks for none.
    if (seed % 5 === 0) for (const control of image.controls) control.slack = 255;
    const take = takeOf(instrument, FRAMES, seed);
    const dump = writeDump(compile(withOtherSettings(instrument, 7 * seed)), NOBODY);
    const ours = playOperations(image, take, { ...does, dump });
    const theirs = await host.play(encodeProgram(image, take, { ...does, dump }));
    expect(theirs.sent, `instrument ${seed}`).toEqual(ours.sent);
    expect(theirs.state, `state of ${seed}`).toEqual(ours.state);
    messages += ours.sent.length;
  }
  return messages;
}

describe('the files of a board, compiled strictly and run under the same sanitizers', () => {
  it('play what the application does: what is not used is not compiled in, and nothing reaches past an array', () => {
    // Banks of all kinds; controllers of fourteen bits alone; no column at all.
    for (const seed of [1, 8, 21, 120]) {
      const instrument = randomServed(seed);
      const image = compile(instrument);
      const own = path.join(folder, `one-${seed}`);
      mkdirSync(own);
      const write = (name: string, text: string) => writeFileSync(path.join(own, name), text);
      write('cheironom_config.h', writeConfig(image, NOBODY));
      write('instrument.c', writeSource(image, true));
      write(
        'instrument.h',
        writeHeader(instrument, instrument.boards[0], image, columnsOf(instrument), true),
      );
      const room = Math.max(mostBytesSettable(image), dumpRoom(image));
      const sources = ['firmware/cheironom.c', 'firmware/host/harness.c', path.join(own, 'instrument.c')];
      const flags = [...STRICT, `-DHARNESS_ROOM=${room}`, '-I', own, '-I', 'firmware'];
      execFileSync('cc', [...flags, ...sources, '-o', path.join(own, 'run')]);
      const take = randomTake(instrument, FRAMES, seed);
      const does = { ...between, dump: writeDump(compile(withOtherSettings(instrument, seed)), NOBODY) };
      const played = execFileSync(path.join(own, 'run'), { input: encodeTake(take, does) });
      expect(decodePlayed(played).sent, `instrument ${seed}`).toEqual(playOperations(image, take, does).sent);
    }
  }, 120_000);
});

describe('the C runtime against the handbook in floating point', () => {
  it('levels and notes are what they should be, within the stated error', async () => {
    const cases = Array.from({ length: 40 }, (_, i) => {
      const is = (['controller', 'note', 'fine'] as const)[i % 3];
      return { is, ...oracleCase(5000 + i, is) };
    });
    const host = await strict();
    for (const [n, { is, instrument, take }] of cases.entries()) {
      const { sent } = await host.play(encodeProgram(compile(instrument), take));
      const said = sent
        .filter(({ operation }) => operation < take.tUs.length)
        .flatMap(({ operation, bytes }) => splitMessages(bytes).map((m) => ({ frame: operation, bytes: m })));
      const faults = (is === 'note' ? noteFaults : levelFaults)(instrument, take, said);
      expect(faults, `case ${n}`).toEqual([]);
    }
  }, 120_000);
});

describe('banks on the C runtime against the handbook in floating point', () => {
  it.each(Object.keys(BANK_CASES) as (keyof typeof BANK_CASES)[])(
    '%s',
    async (sort) => {
      const host = await strict();
      for (let seed = 5000; seed < 5020; seed++) {
        const { instrument, take } = bankCase(sort, seed);
        const image = compile(instrument);
        const { sent } = await host.play(encodeProgram(image, take));
        expect(sent, `seed ${seed}`).toEqual(playOperations(image, take).sent);
        const heard = run(image, take).map(toldOf);
        const want = BANK_CASES[sort].oracle(instrument, take, heard);
        expect(noteDifferences(want, heard), `seed ${seed}`).toEqual([]);
      }
    },
    120_000,
  );
});

describe('the demonstration instruments on the C runtime', () => {
  let host: HostRuntime;
  const instruments = ['wherry', 'cairn'].map((name) => {
    const read = readInstrument(readFileSync(`demo/${name}.json`, 'utf8'));
    if (!read.ok) throw new Error(read.faults[0].says);
    return read.value;
  });
  beforeAll(async () => void (host = await strict()), 60_000);
  it.each([
    [0, 'wherry-bellows', ['rest', 'soft', 'loud']],
    [0, 'wherry-leaves', ['medium']],
    [0, 'wherry-thumb', ['medium']],
    [0, 'wherry-knee', ['medium']],
    [1, 'cairn-stones', ['soft', 'loud']],
  ])('play every take byte for byte: %s %s', async (n, stem, roles) => {
    const instrument = instruments[n];
    for (const role of roles) {
      const csv = readTakeCsv(readFileSync(`demo/${stem}-${role}.csv`, 'utf8'));
      if (!csv.ok) throw new Error(csv.faults[0].says);
      const take = onBoard(instrument, csv.value.frames);
      const image = compile(instrument);
      const ours = playOperations(image, take);
      expect(await host.play(encodeProgram(image, take)), role).toEqual(ours);
      expect(ours.sent.length, role).toBeGreaterThan(1);
    }
  });
});

/** A take of one sensor as the whole board would scan it: the others lie at 0. */
function onBoard(instrument: Instrument, frames: Parameters<typeof framesOf>[0]) {
  const columns = columnsOf(instrument);
  const { tUs, counts, channels, edges } = framesOf(frames, columns, contactsOf(instrument));
  const all = new Uint16Array(tUs.length * columns.length);
  channels.forEach((name, from) => {
    const to = columns.indexOf(name);
    for (let i = 0; i < tUs.length; i++) all[i * columns.length + to] = counts[i * channels.length + from];
  });
  return { channels: columns, tUs, counts: all, edges };
}
