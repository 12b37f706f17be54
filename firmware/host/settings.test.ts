import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { strFromU8, unzipSync } from 'fflate';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { SerialBoard } from '@/board/serial';
import { compile } from '@/core/compile/compile';
import { ANSWER } from '@/core/engine/codes';
import { crc32 } from '@/core/units/crc32';
import { writeConfig, writeHeader, writeSource } from '@/core/exchange/firmware/header';
import { identityOf } from '@/core/exchange/document/instrument-digest';
import { readInstrument } from '@/core/exchange/document/instrument-json';
import { readDump, writeDump } from '@/core/exchange/settings/settings-dump';
import { HEAD_BYTES } from '@/core/exchange/settings/settings-room';
import {
  askForSettings,
  commandSysex,
  dumpInSysex,
  settingsSysex,
} from '@/core/exchange/settings/settings-sysex';
import type { Instrument } from '@/core/instrument/document';
import { columnsOf } from '@/core/instrument/access';
import { random } from '@/core/signal/random';
import { bellowsOf } from '@/core/testing/bellows';
import { firmwareZip } from '@/server/firmware';

const root = mkdtempSync(path.join(tmpdir(), 'cheironom-settings-'));
afterAll(() => rmSync(root, { recursive: true }));
const WARNINGS = ['-Wall', '-Wextra', '-Wconversion', '-Werror'];

function wherry(): Instrument {
  const read = readInstrument(readFileSync('demo/wherry.json', 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  return bellowsOf(read.value);
}

/** The same on another channel, which is a setting. */
function onChannel(channel: number): Instrument {
  const own = wherry();
  return { ...own, zones: own.zones.map((zone) => ({ ...zone, is: 'single', channel }) as typeof zone) };
}

const imageOf = (instrument: Instrument) => compile(instrument);
const identityIn = (instrument: Instrument) =>
  identityOf(instrument, instrument.boards[0], imageOf(instrument));
const dumpOf = (instrument: Instrument) => writeDump(imageOf(instrument), identityIn(instrument));
const listOf = (bytes: Uint8Array) => `{${Array.from(bytes).join(',')}}`;

describe('settings in two slots', () => {
  const folder = path.join(root, 'slots');
  const [first, second] = [onChannel(2), onChannel(3)].map(dumpOf);
  const room = 4096;
  /** A year of settings, so many times a day: far more than anyone sends. */
  const [DAYS, A_DAY] = [365, 20];
  /** Keeps one dump whole and another until the power goes after so many writes; says on which channel it then begins. */
  const main = `#include <stdio.h>
    #include <string.h>
    #include "cheironom.h"
    static uint8_t memory[2 * ${room}], blank[2 * ${room}];
    static long left;
    static uint8_t read(uint16_t at) { return memory[at]; }
    static void write(uint16_t at, uint8_t byte) { if (left-- > 0) memory[at] = byte; }
    static const cheir_store store = {read, write, 0, ${room}};
    static cheir_keeper keeper = {&store, 0, 0, 0, 0, 0};
    /* Flash that stands for EEPROM: a copy in memory, which a commit writes in place of what it erases. */
    static uint8_t copy[2 * ${room}];
    static uint8_t read_copy(uint16_t at) { return copy[at]; }
    static void write_copy(uint16_t at, uint8_t byte) { copy[at] = byte; }
    static void commit(void) {
      int i;
      if (left-- <= 0) return;
      memset(memory, 255, sizeof memory);
      for (i = 0; i < 2 * ${room}; i++) write((uint16_t)i, copy[i]);
    }
    static const cheir_store flash = {read_copy, write_copy, commit, ${room}};
    /* As the sketch writes: a byte that is there already is left alone. */
    static long writes[2 * ${room}];
    static void wear(uint16_t at, uint8_t byte) { if (memory[at] != byte) { memory[at] = byte; writes[at]++; } }
    static const cheir_store worn = {read, wear, 0, ${room}};
    static const uint8_t first[] = ${listOf(first)}, second[] = ${listOf(second)};
    static uint8_t dump[${room}];
    static void keep(const uint8_t *of, uint16_t n, long writes) { left = writes; memcpy(dump, of, n); if (cheir_keep(&keeper, dump, n)) while (cheir_keep_on(&keeper)) {} }
    int main(void) {
      long cut;
      int i;
      for (i = 0; i < 2 * ${room}; i++) blank[i] = 255;
      memcpy(memory, blank, sizeof blank);
      printf("%d ", cheir_recall(&keeper, dump));
      for (cut = 0; cut <= (long)sizeof second; cut++) {
        memcpy(memory, blank, sizeof blank);
        cheir_recall(&keeper, dump);
        keep(first, sizeof first, 1l << 20);
        keep(first, sizeof first, 1l << 20);
        keep(second, sizeof second, cut);
        if (!cheir_recall(&keeper, dump)) return 1;
        printf("%d ", cheir_image_note_lanes[0].channel + 1);
      }
      memory[HEAD_BYTE] ^= 1;
      memory[${room} + HEAD_BYTE] ^= 1;
      printf("%d\\n", cheir_recall(&keeper, dump));
      keeper.store = &flash;
      for (cut = 0; cut <= 2 * ${room} + 1; cut++) {
        memcpy(copy, blank, sizeof blank);
        cheir_recall(&keeper, dump);
        keep(first, sizeof first, 1l << 20);
        keep(second, sizeof second, cut);
        memcpy(copy, memory, sizeof memory);
        printf("%d ", cheir_recall(&keeper, dump) ? cheir_image_note_lanes[0].channel + 1 : 0);
      }
      memcpy(memory, blank, sizeof blank);
      keeper.store = &worn;
      for (i = 0; i < ${DAYS} * ${A_DAY}; i++) {
        if (i % ${A_DAY} == 0) cheir_recall(&keeper, dump);
        if (i % 2) keep(first, sizeof first, 1l << 20);
        else keep(second, sizeof second, 1l << 20);
      }
      for (cut = i = 0; i < 2 * ${room}; i++) cut = cut > writes[i] ? cut : writes[i];
      printf("\\n%ld %d", cut, cheir_recall(&keeper, dump) ? cheir_image_note_lanes[0].channel + 1 : 0);
      return 0;
    }\n`;
  beforeAll(() => {
    mkdirSync(folder);
    const image = imageOf(wherry());
    writeFileSync(path.join(folder, 'cheironom_config.h'), writeConfig(image, identityIn(wherry())));
    writeFileSync(path.join(folder, 'instrument.c'), writeSource(image, true));
    writeFileSync(path.join(folder, 'main.c'), main);
    const flags = ['-std=c99', ...WARNINGS, '-DHEAD_BYTE=40', '-fsanitize=address,undefined', '-I', folder];
    const sources = ['firmware/cheironom.c', 'instrument.c', 'main.c'].map((f) =>
      f.startsWith('firmware') ? path.resolve(f) : path.join(folder, f),
    );
    execFileSync('cc', [
      ...flags,
      '-I',
      path.resolve('firmware'),
      ...sources,
      '-o',
      path.join(folder, 'run'),
    ]);
  });
  const channelsAfterCuts = () =>
    execFileSync(path.join(folder, 'run'), { encoding: 'utf8' })
      .split('\n')
      .map((line) => line.trim().split(' ').map(Number));
  it('in flash that is erased as a whole, they are old, new, or none, so that the build’s own count: never others', () => {
    const [, flash] = channelsAfterCuts();
    expect(flash).toHaveLength(2 * room + 2);
    expect(new Set(flash)).toEqual(new Set([2, 0, 3]));
    expect([flash[0], flash.at(-1)]).toEqual([2, 3]);
  });
  it('wear a byte of a slot 3650 times in a year of twenty changes a day, of the 100 000 that EEPROM lasts (DS40002061A, "Features")', () => {
    const [, , year] = channelsAfterCuts();
    const [most, channel] = year;
    expect(most).toBeLessThanOrEqual((DAYS * A_DAY) / 2);
    expect(most).toBeGreaterThan(DAYS);
    // The last that was kept.
    expect(channel).toBe(2);
  });
  it('are the old ones or the new ones, whole, wherever the power goes; none where nothing was kept or both are damaged', () => {
    const [said] = channelsAfterCuts();
    expect([said[0], said.at(-1)]).toEqual([0, 0]);
    const channels = said.slice(1, -1);
    expect(channels).toHaveLength(second.length + 1);
    expect(new Set(channels)).toEqual(new Set([2, 3]));
    expect(channels).toEqual(channels.toSorted());
    expect(channels.at(-1)).toBe(3);
  });
});

describe('settings that are whole, and wild', () => {
  const folder = path.join(root, 'wild');
  const main = `#include <stdio.h>
    #include <stdlib.h>
    #include "cheironom.h"
    #include "instrument.h"
    int main(void) {
      static uint16_t counts[INSTRUMENT_COLUMNS + CHEIR_derived + 1];
      static uint8_t out[8 * INSTRUMENT_MAX_BYTES];
      int low, high;
      uint32_t t = 0;
      cheir_start();
      while ((low = getchar()) != EOF && (high = getchar()) != EOF) {
        size_t n = (size_t)low + 256u * (size_t)high, i;
        uint8_t *dump = malloc(n ? n : 1);
        if (!dump || fread(dump, 1, n, stdin) != n) return 2;
        printf("%d ", cheir_change(dump, (uint16_t)n));
        free(dump);
        for (i = 0; i < 60; i++, t += 1000) {
          uint8_t c;
          for (c = 0; c < INSTRUMENT_COLUMNS; c++) counts[c] = (uint16_t)(rand() & 4095);
          cheir_frame(t, counts, out);
        }
      }
      return 0;
    }\n`;
  it('are taken by the board just where the application takes them, and whatever they say, nothing is read past its end', () => {
    mkdirSync(folder);
    const read = readInstrument(readFileSync('demo/wherry.json', 'utf8'));
    if (!read.ok) throw new Error(read.faults[0].says);
    const instrument = read.value;
    const image = imageOf(instrument);
    writeFileSync(path.join(folder, 'cheironom_config.h'), writeConfig(image, identityIn(instrument)));
    writeFileSync(path.join(folder, 'instrument.c'), writeSource(image, true));
    writeFileSync(
      path.join(folder, 'instrument.h'),
      writeHeader(instrument, instrument.boards[0], image, columnsOf(instrument), true),
    );
    writeFileSync(path.join(folder, 'main.c'), main);
    const flags = ['-std=c99', ...WARNINGS, '-fsanitize=address,undefined', '-fno-sanitize-recover=all'];
    const sources = [path.resolve('firmware/cheironom.c'), 'instrument.c', 'main.c'];
    execFileSync('cc', [...flags, '-I', '.', '-I', path.resolve('firmware'), ...sources, '-o', 'run'], {
      cwd: folder,
    });
    const r = random(5);
    const { wiring } = identityIn(instrument);
    const good = writeDump(image, identityIn(instrument));
    const dumps = Array.from({ length: 400 }, (_, i) => {
      const dump = i % 3 === 0 ? good.slice(0, r.whole(0, good.length)) : good.slice();
      for (let n = r.whole(0, 6); n > 0; n--) dump[r.whole(0, dump.length - 1)] = r.whole(0, 255);
      // Whole again, as far as the check value tells.
      if (dump.length >= HEAD_BYTES && r.next() < 0.8) {
        const view = new DataView(dump.buffer);
        view.setUint16(26, dump.length - HEAD_BYTES, true);
        view.setUint32(20, 0, true);
        view.setUint32(20, crc32(dump), true);
      }
      return dump;
    });
    const input = dumps.flatMap((dump) => [dump.length & 255, dump.length >> 8, ...dump]);
    const said = execFileSync(path.join(folder, 'run'), { input: Uint8Array.from(input), encoding: 'utf8' });
    const taken = said
      .trim()
      .split(' ')
      .map((answer) => Number(answer) === ANSWER.taken);
    expect(taken).toEqual(dumps.map((dump) => readDump(dump, image, wiring).ok));
    expect(taken.filter(Boolean).length).toBeGreaterThan(40);
    expect(taken.filter((is) => !is).length).toBeGreaterThan(40);
  }, 60_000);
});

describe('the sketch, sent settings while it plays', () => {
  const STUB = path.resolve('firmware/host/wiring.h');
  /** Strokes of a quarter of a second; the line's bytes wait on a port at 1.1 s. @returns what the MIDI port sent, and the store */
  async function play(name: string, line: Uint8Array, port: string, store: string, build = wherry()) {
    const folder = path.join(root, name);
    mkdirSync(folder);
    for (const [file, bytes] of Object.entries(unzipSync(await firmwareZip(build))))
      writeFileSync(path.join(folder, path.basename(file)), strFromU8(bytes));
    const main = `#define WIRING_HEARD
      #define STORE wiring_memory
      #include "${STUB}"
      struct Memory {
        uint8_t bytes[65536];
        uint8_t read(int at) { return bytes[at]; }
        void write(int at, uint8_t byte) { bytes[at] = byte; }
        size_t length() { return ${store === '' ? 0 : 65536}; }
      };
      static Memory wiring_memory = {{${store}}};
      #include "wherry.ino"
      #include <stdio.h>
      int wiring_signal(uint8_t, uint32_t us) { return us / 250000 % 2 ? 3000 : 2042; }
      void wiring_heard(const uint8_t *bytes, size_t n) { fwrite(bytes, 1, n, stdout); }
      static const uint8_t line[] = ${listOf(line)};
      int main() {
        bool sent = false;
        setup();
        while (wiring_us < 2600000) {
          if (!sent && wiring_us > 1100000) { ${port}.brings(line, sizeof line); sent = true; }
          loop();
        }
        fwrite(wiring_memory.bytes, 1, 2 * CHEIR_DUMP_BYTES, stderr);
      }\n`;
    writeFileSync(path.join(folder, 'main.cpp'), main);
    const objects = ['cheironom', 'instrument'].map((c) => {
      execFileSync('cc', ['-std=c99', ...WARNINGS, '-c', `${c}.c`, '-o', `${c}.o`], { cwd: folder });
      return `${c}.o`;
    });
    const flags = ['-std=c++11', ...WARNINGS, '-Wno-unused-function', '-Wno-unused-variable'];
    execFileSync('c++', [...flags, 'main.cpp', ...objects, '-o', 'sketch'], { cwd: folder });
    const kept = path.join(folder, 'store');
    const sent = execFileSync('sh', ['-c', `./sketch 2> ${kept}`], { cwd: folder, maxBuffer: 1 << 24 });
    return { sent: Uint8Array.from(sent), store: Array.from(readFileSync(kept)).join(',') };
  }
  /** The channels of note-ons and note-offs, in order, and what the board answered. */
  function heard(sent: Uint8Array) {
    const notes: string[] = [];
    const answers: number[] = [];
    for (let at = 0; at < sent.length;) {
      if (sent[at] === 0xf0) {
        const end = sent.indexOf(0xf7, at);
        if (sent[at + 4] === 3) answers.push(sent[at + 6]);
        at = end + 1;
        continue;
      }
      const kind = sent[at] >> 4;
      if (kind === 9 || kind === 8) notes.push(`${kind === 9 ? 'on' : 'off'} ${(sent[at] & 15) + 1}`);
      at += 3;
    }
    return { notes, answers };
  }
  const settings = settingsSysex(dumpOf(onChannel(5)));
  /** A clock in the middle, notes of another, a message of another maker before. */
  const disturbed = Uint8Array.from([
    ...[0x90, 60, 1, 0xf0, 0x43, 1, 2, 0xf7],
    ...settings.subarray(0, 300),
    0xf8,
    ...settings.subarray(300),
  ]);
  it('takes them over either port, whatever else is on the line: the note that sounds ends as it began, the next are as they say', async () => {
    for (const port of ['Serial', 'Serial1']) {
      const { sent, store } = await play(`taken-${port}`, disturbed, port, '0');
      const { notes, answers } = heard(sent);
      expect(answers).toEqual([ANSWER.taken]);
      expect(notes.slice(0, 4)).toEqual(['on 1', 'off 1', 'on 1', 'off 1']);
      expect(notes.slice(4)).toContain('on 5');
      expect(notes.filter((n) => n.startsWith('on')).length).toBeLessThanOrEqual(
        notes.filter((n) => n.startsWith('off')).length + 1,
      );
      if (port === 'Serial1') continue;
      const again = await play('again', Uint8Array.of(0), port, store);
      expect(new Set(heard(again.sent).notes)).toEqual(new Set(['on 5', 'off 5']));
      // A newer build brings settings of its own: those that an older one kept do not come back.
      const built = await play('built-anew', Uint8Array.of(0), port, store, onChannel(7));
      expect(new Set(heard(built.sent).notes)).toEqual(new Set(['on 7', 'off 7']));
    }
  }, 60_000);
  it('gives them in packets to whoever asks meanwhile, byte for byte those that it plays, and what went wrong so far', async () => {
    const line = Uint8Array.from([...commandSysex('packets'), ...askForSettings()]);
    const { sent } = await play('given', line, 'Serial', '0');
    const board = new SerialBoard(['bellows'], [], 1000);
    board.feed(sent, 0);
    const given = board.takeGiven();
    const there = readDump(given!, imageOf(wherry()), identityIn(wherry()).wiring);
    expect(there.ok && there.value).toEqual({
      image: imageOf(wherry()),
      digest: identityIn(wherry()).digest,
    });
    expect(board.state.health).toEqual({ overruns: 0, dropped: 0, missed: 0 });
    expect(board.takeGiven()).toBeNull();
  });
  it('takes them while it sends packets, and tells the application so, and whose they are', async () => {
    const line = Uint8Array.from([...commandSysex('packets'), ...settings, ...commandSysex('who')]);
    const { sent } = await play('packets', line, 'Serial', '0');
    const board = new SerialBoard(['bellows'], [], 1000);
    board.feed(sent, 0);
    const own = onChannel(5);
    expect(board.state.answer).toEqual({ says: ANSWER.taken, n: 1 });
    expect(board.state.who?.digest).toBe(identityIn(own).digest);
  }, 60_000);
  it('says why it does not, and plays on as it was', async () => {
    const cut = settings.filter((_, i) => i !== 50);
    const other = { ...wherry(), voices: wherry().voices.slice(0, 1) };
    const noisy = settings.slice();
    noisy[80] ^= 1;
    const cases = [
      [cut, ANSWER.damaged],
      [noisy, ANSWER.damaged],
      [settingsSysex(dumpOf(other)), ANSWER.otherStructure],
      [settingsSysex(new Uint8Array(40)), ANSWER.noSettings],
      [settingsSysex(new Uint8Array(20_000)), ANSWER.noRoom],
    ] as const;
    for (const [i, [line, why]] of cases.entries()) {
      const { notes, answers } = heard(
        (await play(`refused-${i}`, Uint8Array.from(line), 'Serial', '0')).sent,
      );
      expect(answers).toEqual([why]);
      expect(new Set(notes)).toEqual(new Set(['on 1', 'off 1']));
    }
  }, 120_000);
  it('without memory that stays it says so; asked for its settings, it gives those it plays', async () => {
    const line = Uint8Array.from([...settings, ...askForSettings()]);
    const { sent } = await play('asked', line, 'Serial1', '');
    expect(heard(sent).answers).toEqual([ANSWER.takenForNow]);
    const dump = dumpInSysex(sent);
    if (!dump.ok) throw new Error(dump.faults[0].says);
    const read = readDump(dump.value, imageOf(wherry()), identityIn(wherry()).wiring);
    const own = onChannel(5);
    expect(read).toEqual({
      ok: true,
      value: {
        image: expect.objectContaining({ note_lanes: imageOf(own).note_lanes }),
        digest: identityIn(own).digest,
      },
    });
  }, 60_000);
});
