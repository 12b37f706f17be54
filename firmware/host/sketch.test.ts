import { execFileSync, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { strFromU8, unzipSync } from 'fflate';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { compile } from '@/core/compile/compile';
import { digestOf } from '@/core/exchange/document/instrument-digest';
import { readInstrument } from '@/core/exchange/document/instrument-json';
import { writeReadme } from '@/core/exchange/firmware/readme';
import { commandSysex } from '@/core/exchange/settings/settings-sysex';
import type { Instrument, Lights } from '@/core/instrument/document';
import type { LightVoice } from '@/core/instrument/voices';
import { newSensor } from '@/core/kinds/new-sensor';
import { findKind } from '@/core/kinds/registry';
import { findBoardClass } from '@/core/plan/board-classes';
import { fitOf } from '@/core/plan/solve';
import { takeFit, withPins } from '@/core/plan/take-fit';
import { FrameQueue } from '@/board/board';
import { SerialBoard } from '@/board/serial';
import { MessageReader } from '@/core/midi/message-reader';
import { splitMessages } from '@/core/midi/messages';
import { bankNotes, kneeSwitch, touchPads } from '@/core/testing/bank-instruments';
import { bellowsOf, onBits } from '@/core/testing/bellows';
import { firmwareZip } from '@/server/firmware';

/** The demonstration instrument's bellows as a board of so many bits would have measured it. */
function wherryOn(bits: number): Instrument {
  const read = readInstrument(readFileSync('demo/wherry.json', 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  return onBits(bellowsOf(read.value), bits);
}

const listOf = (bytes: Uint8Array) => `{${Array.from(bytes).join(',')}}`;
const OBJECTS = ['cheironom.o', 'instrument.o'];
const WARNINGS = ['-Wall', '-Wextra', '-Wconversion', '-Werror'];
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

/** Four lights of a board whose pins are known, and a bar on them. */
function withBar(instrument: Instrument, as: Lights['as']): Instrument {
  const [{ zone, source, side }] = instrument.voices as LightVoice[];
  const bar: LightVoice = {
    ...{ id: 'bar', is: 'light', zone, source, side },
    ...{ shows: 'bar', lights: [1, 4], colour: '#ff0000', between: [0, 0.4] },
  };
  return withPins({ ...instrument, lights: { count: 4, as }, voices: [...instrument.voices, bar] });
}

/** How red each of four lights was, picture by picture. @param rows time, and what was written: data, clock and byte; light and colours; or pin and how bright */
function picturesOf(as: Lights['as'], rows: readonly number[][]): { tUs: number; red: number[] }[] {
  const length = { clocked: 4 + 16 + 1, strip: 5, single: 12 }[as];
  return Array.from({ length: Math.floor(rows.length / length) }, (_, i) => {
    const own = rows.slice(i * length, (i + 1) * length);
    if (as === 'clocked') expect(own.slice(0, 4).map((row) => row[3])).toEqual([0, 0, 0, 0]);
    const red = {
      // A byte of brightness, then blue, green and red.
      clocked: () => [7, 11, 15, 19].map((at) => own[at][3]),
      strip: () => own.slice(0, 4).map((row) => row[2]),
      single: () => [0, 3, 6, 9].map((at) => own[at][2]),
    }[as]();
    return { tUs: own[0][0], red };
  });
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
  it('sends packets when a letter asks for them, and MIDI again after another: no note is left on between', async () => {
    const asked = path.join(root, 'asked');
    const world = `#include <stdio.h>\n${STROKES}
      void wiring_heard(const uint8_t *bytes, size_t n) { fwrite(bytes, 1, n, stdout); }
      static const uint8_t packets[] = ${listOf(commandSysex('packets'))}, midi[] = ${listOf(commandSysex('midi'))};
      int main() {
        int asked = 0;
        setup();
        while (wiring_us < 2000000) {
          if (asked == 0 && wiring_us > 350000) { asked = 1; Serial.brings(packets, sizeof packets); }
          if (asked == 1 && wiring_us > 1600000) { asked = 2; Serial.brings(midi, sizeof midi); }
          loop();
        }
      }\n`;
    await unpack(asked, wherryOn(12), world);
    const text = readFileSync(path.join(asked, 'main.cpp'), 'utf8');
    writeFileSync(path.join(asked, 'main.cpp'), `#define WIRING_HEARD\n${text}`);
    for (const name of ['cheironom', 'instrument'])
      execFileSync('cc', ['-std=c99', ...WARNINGS, '-c', `${name}.c`, '-o', `${name}.o`], { cwd: asked });
    const flags = ['-std=c++11', ...WARNINGS, '-Wno-unused-function', '-Wno-unused-variable'];
    execFileSync('c++', [...flags, 'main.cpp', ...OBJECTS, '-o', 'sketch'], { cwd: asked });
    const sent: Uint8Array = execFileSync(path.join(asked, 'sketch'), { maxBuffer: 1 << 26 });
    const board = new SerialBoard(['bellows'], [], 1000);
    const queue = new FrameQueue(1, 4096);
    board.feed(sent, 0);
    board.advance(0, queue);
    const instrument = wherryOn(12);
    const digest = digestOf(instrument, instrument.boards[0], compile(instrument));
    expect(board.state.who).toEqual({ digest, scanHz: 1000 });
    expect(board.state.packets).toBeGreaterThan(1200);
    expect(board.state.packets).toBeLessThan(1260);
    const frame = new Uint16Array(1);
    const counts: number[] = [];
    for (let f = queue.shift(frame); f; f = queue.shift(frame)) counts.push(frame[0]);
    expect(new Set(counts)).toEqual(new Set([2042, 3000]));
    // MIDI first, three bytes a message; a packet begins with a small number.
    let at = 0;
    while (sent[at] >= 0x80) at += 3;
    const before = splitMessages(sent.subarray(0, at));
    const notes = (kind: number) => before.filter(([status]) => status >> 4 === kind).length;
    expect(notes(9)).toBeGreaterThan(0);
    expect(notes(9)).toBe(notes(8));
    expect(Array.from(sent.subarray(-60)).filter((byte) => byte >> 4 === 9 || byte >> 4 === 8)).not.toEqual(
      [],
    );
  });
  it('passes what comes in on its port among what it plays, by whole messages, and on a second port too', async () => {
    const own = path.join(root, 'comes-in');
    const inputs = ['one', 'two'].map((id) => ({ id, name: id, board: 'board' }));
    // Running status, and a dump that is cut.
    const first = [0x91, 40, 1, 41, 2, 42, 3, 0xf0, 9, 8];
    const second = [0xb5, 20, 7, 21, 8];
    const world = `#include <stdio.h>\n${STROKES}
      void wiring_heard(const uint8_t *bytes, size_t n) { fwrite(bytes, 1, n, stdout); }
      static const uint8_t first[] = ${listOf(Uint8Array.from(first))}, second[] = ${listOf(Uint8Array.from(second))};
      int main() {
        setup();
        while (wiring_us < 300000) loop();
        Serial1.brings(first, sizeof first);
        second_input.brings(second, sizeof second);
        while (wiring_us < 2000000) loop();
      }\n`;
    await unpack(own, { ...wherryOn(12), inputs }, world);
    const text = readFileSync(path.join(own, 'main.cpp'), 'utf8');
    const port = '#define MIDI_IN_1 second_input\nstatic WiringPort second_input;\n#include "wherry.ino"';
    const main = text.replace('#include "wherry.ino"', port);
    writeFileSync(path.join(own, 'main.cpp'), `#define WIRING_HEARD\n${main}`);
    for (const name of ['cheironom', 'instrument'])
      execFileSync('cc', ['-std=c99', ...WARNINGS, '-c', `${name}.c`, '-o', `${name}.o`], { cwd: own });
    const flags = ['-std=c++11', ...WARNINGS, '-Wno-unused-function', '-Wno-unused-variable'];
    execFileSync('c++', [...flags, 'main.cpp', ...OBJECTS, '-o', 'sketch'], { cwd: own });
    const messages = new MessageReader().read(execFileSync(path.join(own, 'sketch')));
    const passed = messages.filter(([status]) => [0x91, 0xb5, 0xf0].includes(status));
    expect(passed).toHaveLength(6);
    for (const message of [
      [0x91, 40, 1],
      [0x91, 41, 2],
      [0x91, 42, 3],
      [0xf0, 9, 8, 0xf7],
      [0xb5, 20, 7],
      [0xb5, 21, 8],
    ])
      expect(passed).toContainEqual(message);
    // The bellows play on, before and after.
    expect(messages.filter(([status]) => status === 0x90).length).toBeGreaterThanOrEqual(3);
  });
  it.each(['clocked', 'strip', 'single'] as const)(
    'shows what is played on its lights between its scans, none late: %s',
    async (as) => {
      const own = path.join(root, `lit-${as}`);
      const world = `#include <stdio.h>
        static void wrote(unsigned a, unsigned b, unsigned c) { printf("%lu %u %u %u\\n", (unsigned long)wiring_us, a, b, c); }
        void wiring_shifted(uint8_t data, uint8_t clock, uint8_t byte) { wrote(data, clock, byte); }
        void wiring_dimmed(uint8_t pin, int level) { wrote(pin, (unsigned)level, 0); }
        ${STROKES}
        int main() { setup(); while (wiring_us < 2000000) loop(); wrote(overruns, 0, 0); }\n`;
      await unpack(own, withBar(wherryOn(12), as), world);
      const text = readFileSync(path.join(own, 'main.cpp'), 'utf8');
      const strip = `#define WIRING_LIT\n#include <stdint.h>\nstatic void wrote(unsigned, unsigned, unsigned);
        #define SHOW_LIGHT(i, r, g, b) wrote(i, r, g)\n#define SHOW_PICTURE() wrote(99, 0, 0)\n`;
      writeFileSync(path.join(own, 'main.cpp'), strip + text);
      for (const name of ['cheironom', 'instrument'])
        execFileSync('cc', ['-std=c99', ...WARNINGS, '-c', `${name}.c`, '-o', `${name}.o`], { cwd: own });
      const flags = ['-std=c++11', ...WARNINGS, '-Wno-unused-function', '-Wno-unused-variable'];
      execFileSync('c++', [...flags, 'main.cpp', ...OBJECTS, '-o', 'sketch'], { cwd: own });
      const said = execFileSync(path.join(own, 'sketch'), { encoding: 'utf8' }).trim().split('\n');
      const rows = said.map((line) => line.split(' ').map(Number));
      expect(rows.pop()![1], 'late scans').toBe(0);
      const lit = picturesOf(as, rows).map(({ tUs, red }) => ({
        tUs,
        lit: red.filter((r) => r > 127).length,
      }));
      // Sixty a second at most, from 0.2 s on.
      expect(lit.length).toBeGreaterThan(60);
      expect(lit.length).toBeLessThan(115);
      // Pushed in every second quarter of a second; what has risen stays 344 ms at least.
      expect(lit.filter(({ tUs }) => tUs < 240_000).every((own) => own.lit === 0)).toBe(true);
      expect(lit.filter(({ tUs }) => tUs > 300_000 && tUs < 480_000).every((own) => own.lit === 4)).toBe(
        true,
      );
      expect(lit.filter(({ tUs }) => tUs > 640_000 && tUs < 730_000).every((own) => own.lit === 0)).toBe(
        true,
      );
    },
  );
  it('plays on a port that does not say how much it takes', async () => {
    const mute = path.join(root, 'mute');
    await unpack(mute, wherryOn(12), main);
    const text = readFileSync(path.join(mute, 'main.cpp'), 'utf8');
    writeFileSync(path.join(mute, 'main.cpp'), `#define WIRING_SAYS_NOTHING\n${text}`);
    for (const name of ['cheironom', 'instrument'])
      execFileSync('cc', ['-std=c99', ...WARNINGS, '-c', `${name}.c`, '-o', `${name}.o`], { cwd: mute });
    const flags = ['-std=c++11', ...WARNINGS, '-Wno-unused-function', '-Wno-unused-variable'];
    execFileSync('c++', [...flags, 'main.cpp', ...OBJECTS, '-o', 'sketch'], { cwd: mute });
    const [sent] = execFileSync(path.join(mute, 'sketch'), ['5', '100'], { encoding: 'utf8' }).split(' ');
    expect(Number(sent)).toBeGreaterThan(9 * 12);
  });
  it('prints frames for the application instead, when it is told to', () => {
    const sketch = path.join(folder, 'wherry.ino');
    const text = readFileSync(sketch, 'utf8');
    writeFileSync(sketch, text.replace('#define PRINT_FRAMES 0', '#define PRINT_FRAMES 1'));
    expect(run(1, 100).bytes).toBeGreaterThan(4000);
  });
});

describe('the sketch on what has no pin of its own', () => {
  const demo = (name: string): Instrument => {
    const read = readInstrument(readFileSync(`demo/${name}.json`, 'utf8'));
    if (!read.ok) throw new Error(read.faults[0].says);
    return read.value;
  };
  /** What the sketch has read after a while, with such a world around its pins. */
  async function reads(
    name: string,
    instrument: Instrument,
    world: string,
    prints: string,
    above = '',
    change = (sketch: string) => sketch,
  ): Promise<number[]> {
    const folder = path.join(root, name);
    const main = `#include <stdio.h>\n${world}
      int main() { setup(); while (wiring_us < 500000) loop(); ${prints} }\n`;
    await unpack(folder, { ...instrument, id: 'wherry' }, main);
    const ino = path.join(folder, 'wherry.ino');
    writeFileSync(ino, change(readFileSync(ino, 'utf8')));
    const text = readFileSync(path.join(folder, 'main.cpp'), 'utf8');
    writeFileSync(path.join(folder, 'main.cpp'), `#define WIRING_WIRED\n${above}\n${text}`);
    for (const c of ['cheironom', 'instrument'])
      execFileSync('cc', ['-std=c99', ...WARNINGS, '-c', `${c}.c`, '-o', `${c}.o`], { cwd: folder });
    const flags = ['-std=c++11', ...WARNINGS, '-Wno-unused-function', '-Wno-unused-variable'];
    execFileSync('c++', [...flags, 'main.cpp', ...OBJECTS, '-o', 'sketch'], { cwd: folder });
    return execFileSync(path.join(folder, 'sketch'), { encoding: 'utf8' }).trim().split(' ').map(Number);
  }
  const printed = (list: string, n: string) =>
    `for (int i = 0; i < ${n}; i++) printf("%d ", (int)${list}[i]);`;

  it('finds the contacts of a matrix that are closed, and no others: a row follows the columns that are pulled down', async () => {
    const sallow = demo('sallow');
    const [board] = sallow.boards;
    const sensors = sallow.sensors.filter((s) => s.board === board.id);
    const keys = { ...sallow, boards: [board], links: [], sensors, voices: [] };
    const lanes = sensors.find((s) => s.kind === 'two-contact-keys')!.lanes;
    const places = lanes.flatMap((l) => [l.pin!, l.otherPin!]);
    const held = [0, 1, 7, 18, 23];
    const closes = held.map((k) => {
      const [row, column] = places[k].split('.');
      return `(pin == ${row} && wiring_driven[${column}] && !wiring_high[${column}])`;
    });
    const world = `int wiring_signal(uint8_t, uint32_t) { return 100; }
      int wiring_contact(uint8_t pin) { return ${closes.join(' || ')} ? LOW : HIGH; }`;
    const closed = await reads('matrix', keys, world, printed('closed', '24'));
    expect(closed.flatMap((is, k) => (is ? [k] : []))).toEqual(held);
    expect(new Set(places).size).toBe(24);
  });
  it('reads what hangs on a bus or an expander by the lines that its README gives, counted as the instrument lists it', async () => {
    const wherry = demo('wherry');
    const ribbon = wherry.sensors.find((s) => s.kind === 'ribbon')!;
    const tilt = wherry.sensors.find((s) => s.kind === 'tilt')!;
    const [knee] = wherry.sensors.find((s) => s.id === 'knee')!.lanes;
    const away = { ...wherry.sensors.find((s) => s.id === 'knee')!, lanes: [{ ...knee, pin: undefined }] };
    const made = { ...wherry, sensors: [ribbon, tilt, away], voices: [] };
    const examples = writeReadme(made, made.boards[0], 'wherry', true).match(/^ {2}.*/gm)!;
    const above = ['#include <stdint.h>', ...examples, 'static uint8_t expander_bits = 0xfe;'].join('\n');
    const world = `static bool set = (words[0] = -32768, words[1] = 0, words[2] = 32767, true);
      int wiring_contact(uint8_t) { return HIGH; }
      int wiring_signal(uint8_t pin, uint32_t) { return pin; }`;
    const read = await reads(
      'bus',
      made,
      world,
      `${printed('counts', '4')} ${printed('closed', '1')}`,
      above,
    );
    expect(read.slice(1)).toEqual([0, 2048, 4095, 1]);
    expect(read[0]).toBeLessThan(100);
  });
  // Where a board gives a pin's port and its bit, that is looked at, and not the pin by its number.
  const PORT_OF_A_PIN = `#include <stdint.h>
    int wiring_contact(uint8_t);
    struct Port { uint8_t pin; uint8_t operator&(uint8_t) volatile { return wiring_contact(pin) == 1; } };
    static Port port_of_pin;
    #define digitalPinToPort(p) (port_of_pin.pin = (p))
    #define digitalPinToBitMask(p) ((uint8_t)1)
    #define portInputRegister(pin) ((void)(pin), &port_of_pin)`;
  it.each([
    ['by its number', ''],
    ['by its port', PORT_OF_A_PIN],
  ])(
    'counts how long each timed pad takes to charge, a few a scan, so that none comes late: %s',
    async (how, above) => {
      const { boards, ...wherry } = demo('wherry');
      const pads = newSensor(findKind('timed-pads')!, 'pads', 'Pads', boards[0].id, 6);
      const made = withPins({ ...wherry, boards, sensors: [pads], voices: [] });
      const { lanes } = made.sensors[0];
      expect(new Set(lanes.map((l) => l.otherPin)).size).toBe(1);
      // Pad n takes 60 + 20 n looks once its send pin is high; each look takes 4 µs.
      const index = lanes.map(({ pin }, i) => `pin == ${pin} ? ${i} :`).join(' ');
      const world = `int wiring_signal(uint8_t, uint32_t) { return 0; }
      static int looks;
      int wiring_contact(uint8_t pin) {
        int pad = ${index} -1;
        if (pad < 0) return HIGH;
        if (!wiring_high[${lanes[0].otherPin}]) return looks = 0, LOW;
        wiring_us = wiring_us + 4;
        if (looks++ < 60 + 20 * pad) return LOW;
        return looks = 0, HIGH;
      }`;
      const read = await reads(
        how,
        made,
        world,
        `${printed('counts', '6')} printf("%d", (int)overruns);`,
        above,
      );
      expect(read).toEqual([60, 80, 100, 120, 140, 160, 0]);
    },
  );
  it('times the edges of an encoder by its pins’ interrupts, while a scan goes on, and never back in time', async () => {
    const { boards, ...wherry } = demo('wherry');
    const encoder = newSensor(findKind('encoder')!, 'knob', 'Knob', boards[0].id, 1);
    const made = withPins({ ...wherry, boards, sensors: [encoder, wherry.sensors[0]], voices: [] });
    const [{ pin, otherPin }] = made.sensors[0].lanes;
    // They change by turns while the converter is read.
    const world = `static int level[256];
      static uint32_t told[400], turned[400]; static int tells, turns;
      int wiring_contact(uint8_t pin) { return level[pin] ? LOW : HIGH; }
      static void turn(uint8_t pin) { turned[turns++] = wiring_us; level[pin] = !level[pin]; if (wiring_handlers[pin]) wiring_handlers[pin](); }
      int wiring_signal(uint8_t, uint32_t us) {
        static uint32_t next = 300000; static int which;
        if (us >= next && us < 450000) { turn(which ? ${otherPin} : ${pin}); which = !which; next += 1500; }
        return 100;
      }
      void heard_edge(uint32_t us) { if (tells < 400) told[tells++] = us; }`;
    const above = '#include <stdint.h>\nvoid heard_edge(uint32_t us);';
    const hears = (text: string) =>
      text.replace('tell_edge(not_before_told(t_us), c, is_closed);', 'heard_edge(not_before_told(t_us));');
    const prints = `printf("%d %d ", turns, tells); for (int i = 0; i < tells; i++) printf("%ld ", (long)(told[i] - turned[i]));`;
    const [turns, tells, ...late] = await reads('edges', made, world, prints, above, hears);
    expect(turns).toBeGreaterThan(90);
    expect(tells).toBe(turns);
    // One reading of the clock.
    late.forEach((us) => expect(us).toBe(4));
  });
  it('begins otherwise where a pin is held while power comes: another scene, channel or controller', async () => {
    const wherry = wherryOn(12);
    const [{ channel }] = wherry.zones as { channel: number }[];
    const powerUp = [
      { pin: '4', from: channel, channel: 9 },
      { pin: '5', from: 2, controller: 11 },
      { pin: '6', from: 74, controller: 1 },
      { pin: '7', scene: 'other' },
    ];
    // Nothing plays in the scene that it would begin in.
    const made = {
      ...wherry,
      boards: [{ ...wherry.boards[0], powerUp }],
      scenes: ['first', 'other'].map((id) => ({ id, name: id })),
      voices: wherry.voices.map((voice) => ({ ...voice, scenes: ['other'] })),
    };
    const above = `#define WIRING_HEARD
      #include <stddef.h>
      #include <stdint.h>
      static uint8_t sent[100000]; static size_t n;
      void wiring_heard(const uint8_t *bytes, size_t length) { while (length--) if (n < sizeof sent) sent[n++] = *bytes++; }`;
    const world = `int wiring_contact(uint8_t pin) { return pin == 4 || pin == 5 || pin == 7 ? LOW : HIGH; }\n${STROKES}`;
    const held = await reads('held', made, world, printed('sent', '(int)n'), above);
    const free = await reads('free', wherry, world, printed('sent', '(int)n'), above);
    const messages = splitMessages(Uint8Array.from(free));
    expect(messages.some(([status, which]) => status >> 4 === 0xb && which === 2)).toBe(true);
    const as = messages.map(([status, first, ...rest]) => [
      (status & 15) === channel - 1 ? (status & 0xf0) | 8 : status,
      status >> 4 === 0xb && first === 2 ? 11 : first,
      ...rest,
    ]);
    expect(splitMessages(Uint8Array.from(held))).toEqual(as);
  });
  it('reads each input of its multiplexers: 40 pads on a board of few analogue pins', async () => {
    const pads = newSensor(findKind('force-pad')!, 'pads', 'Pads', 'board', 1);
    const many = Array.from({ length: 40 }, (_, i) => ({
      ...pads,
      id: `p${i}`,
      lanes: [{ id: `p${i}`, column: `c${i}` }],
    }));
    const empty = { ...demo('wherry'), sensors: many, voices: [], links: [] };
    const fit = fitOf(findBoardClass('small-32')!, many, null);
    const made = takeFit({ ...empty, boards: [{ ...empty.boards[0], id: 'board' }] }, fit);
    expect(fit.way).toBe('chips');
    const places = made.sensors.map((s) => s.lanes[0].pin!);
    const choosers = made.boards[0].pins!.choosers!;
    const input = choosers.map((pin, bit) => `(wiring_high[${pin}] << ${bit})`).join(' + ');
    const world = `int wiring_contact(uint8_t) { return HIGH; }
      int wiring_signal(uint8_t pin, uint32_t) { return 100 * (pin - A0) + ${input}; }`;
    const counts = await reads('multiplexers', made, world, printed('counts', '40'));
    places.forEach((place, i) => {
      const [, pin, chosen] = /^A(\d+)(?:\.(\d+))?$/.exec(place)!;
      if (chosen !== undefined) expect(counts[i]).toBe(100 * Number(pin) + Number(chosen));
      else expect(Math.floor(counts[i] / 100)).toBe(Number(pin));
    });
    expect(new Set(places).size).toBe(40);
  });
});

/** The same as a library: its sources in a folder of their own, the sketch among its examples. @returns where the sources are */
async function unpackLibrary(folder: string, instrument: Instrument, main: string): Promise<string> {
  const root = `${instrument.id}-library/`;
  const sources = path.join(folder, 'src');
  mkdirSync(sources, { recursive: true });
  for (const [name, bytes] of Object.entries(unzipSync(await firmwareZip(instrument)))) {
    if (!name.startsWith(root)) continue;
    const to = name.startsWith(`${root}src/`) ? sources : folder;
    writeFileSync(path.join(to, path.basename(name)), strFromU8(bytes));
  }
  const properties = readFileSync(path.join(folder, 'library.properties'), 'utf8');
  const includes = /^includes=(.+)$/m.exec(properties)![1];
  expect(readFileSync(path.join(folder, 'wherry.ino'), 'utf8')).toContain(`#include "${includes}"`);
  writeFileSync(path.join(sources, 'main.cpp'), `#include "${STUB}"\n#include "../wherry.ino"\n${main}`);
  return sources;
}

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
      '-DF_CPU=16000000L',
      ...WARNINGS,
      '-Wno-unused-variable',
    ];
    for (const name of ['cheironom', 'instrument']) {
      const compiled = spawnSync('avr-gcc', [...flags, '-std=c99', '-c', `${name}.c`, '-o', `${name}.o`], {
        cwd: folder,
      });
      if (compiled.status !== 0) return [compiled.stderr.toString()];
    }
    const built = spawnSync(
      'avr-g++',
      [...flags, '-std=c++11', '-I', '.', 'main.cpp', ...OBJECTS, '-o', 'sketch'],
      {
        cwd: folder,
      },
    );
    return (
      built.stderr.toString().match(/error: .*/g) ?? (built.status === 0 ? [] : [built.stderr.toString()])
    );
  };
  it.each(Object.keys(chips) as (keyof typeof chips)[])(
    '%s: no warning, as a plain folder and as a library',
    async (board) => {
      const folder = path.join(root, board);
      // With lights, wired another way on each.
      const as = ({ SMALL: 'clocked', USB: 'strip', LARGE: 'single' } as const)[board];
      await unpack(folder, withBar(wherryOn(10), as), main);
      expect(build(folder, board)).toEqual([]);
      expect(build(await unpackLibrary(`${folder}-library`, withBar(wherryOn(10), as), main), board)).toEqual(
        [],
      );
    },
  );
  it.each([
    ['switches alone', { is: 'switches' }],
    ['settings in program memory', { memoryBytes: 1200 }],
  ])('no warning with %s', async (name, { is, ...change }: { is?: string; memoryBytes?: number }) => {
    const folder = path.join(root, name);
    const own = wherryOn(10);
    const board = { ...own.boards[0], ...change };
    const knee = { ...kneeSwitch(), board: board.id };
    const notes = bankNotes(knee, 'closed', { zone: own.zones[0].id });
    const switches = { ...own, sensors: [knee], voices: [notes] };
    await unpack(folder, { ...(is ? switches : own), boards: [board] }, main);
    const config = readFileSync(path.join(folder, 'cheironom_config.h'), 'utf8');
    expect(config).toContain(`#define CHEIR_SETTABLE ${is ? 1 : 0}`);
    expect(build(folder, 'SMALL')).toEqual([]);
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
    const pads = { ...touchPads([60]), board: wide.boards[0].id };
    const touched = { ...wherryOn(10), sensors: [pads], voices: [] };
    await unpack(folder, { ...touched, id: 'wherry' }, main);
    expect(build(folder, 'SMALL')[0]).toMatch(
      /has pads for a touch peripheral, and this board has none: choose/,
    );
  });
});
