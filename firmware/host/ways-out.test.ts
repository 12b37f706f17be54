import { execFileSync, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { strFromU8, unzipSync } from 'fflate';
import { afterAll, describe, expect, it } from 'vitest';
import { compile } from '@/core/compile/compile';
import { identityOf } from '@/core/exchange/document/instrument-digest';
import { readInstrument } from '@/core/exchange/document/instrument-json';
import { writeDump } from '@/core/exchange/settings/settings-dump';
import { askForSettings, dumpInSysex } from '@/core/exchange/settings/settings-sysex';
import type { Transport } from '@/core/instrument/board';
import type { Instrument } from '@/core/instrument/document';
import { playingOver } from '@/core/instrument/transports';
import { MessageReader } from '@/core/midi/message-reader';
import { bellowsOf } from '@/core/testing/bellows';
import { random } from '@/core/signal/random';
import { firmwareZip } from '@/server/firmware';

const root = mkdtempSync(path.join(tmpdir(), 'cheironom-ways-'));
afterAll(() => rmSync(root, { recursive: true }));
const WARNINGS = ['-Wall', '-Wextra', '-Wconversion', '-Werror', '-fsanitize=address,undefined'];

/** A program around the plain headers. @returns what it writes for what it reads */
function built(name: string, main: string): (input: Uint8Array) => Buffer {
  const source = path.join(root, `${name}.c`);
  writeFileSync(source, main);
  const out = path.join(root, name);
  execFileSync('cc', ['-std=c99', '-pedantic', '-O2', ...WARNINGS, '-I', 'firmware', source, '-o', out]);
  return (input) => execFileSync(out, { input, maxBuffer: 1 << 26 });
}

/** Messages with all statuses, some within SysEx, as a wire brings them: with running status, where it may. */
function randomStream(seed: number): { messages: number[][]; bytes: number[]; ends: number[] } {
  const r = random(seed);
  const below = (n: number) => r.whole(0, n - 1);
  const messages: number[][] = [];
  const bytes: number[] = [];
  // Places of the last bytes of messages of a channel.
  const ends: number[] = [];
  let running = 0;
  for (let i = 0; i < 400; i++) {
    const kind = below(12);
    const data = (n: number) => Array.from({ length: n }, () => below(128));
    if (kind < 7) {
      const status = ((8 + kind) << 4) | below(2);
      const message = [status, ...data((status & 0xe0) === 0xc0 ? 1 : 2)];
      messages.push(message);
      bytes.push(...(status === running && below(2) ? message.slice(1) : message));
      ends.push(bytes.length - 1);
      running = status;
    } else if (kind < 8) {
      const status = [0xf1, 0xf2, 0xf3, 0xf6][below(4)];
      const message = [status, ...data({ 0xf1: 1, 0xf2: 2, 0xf3: 1 }[status] ?? 0)];
      messages.push(message);
      bytes.push(...message);
      running = 0;
    } else if (kind < 10) {
      const body = data(below(30));
      const at = below(body.length + 1);
      const clock = below(2) ? [0xf8] : [];
      if (clock.length > 0) messages.push(clock);
      messages.push([0xf0, ...body, 0xf7]);
      bytes.push(0xf0, ...body.slice(0, at), ...clock, ...body.slice(at), 0xf7);
      running = 0;
    } else {
      messages.push([0xf8 + [0, 2, 3, 4, 6, 7][below(6)]]);
      bytes.push(messages.at(-1)![0]);
    }
  }
  return { messages, bytes, ends };
}

/** What a stream tells, in any order of what is within a SysEx: a real-time message ends before the SysEx that it lies in. */
const told = (bytes: Iterable<number>): number[][] => new MessageReader().read(Uint8Array.from(bytes));

/** Bytes a USB packet by its code index number: table 4-1, read for these tests. */
const SIZE = [0, 0, 2, 3, 3, 1, 2, 3, 3, 3, 3, 3, 2, 2, 3, 1];
const inPackets = (packets: readonly number[][]): number[] =>
  packets.flatMap(([code, ...rest]) => rest.slice(0, SIZE[code]));

describe('USB event packets (USB Device Class Definition for MIDI Devices 1.0, table 4-1)', () => {
  const usb = built(
    'usb',
    `#include <stdio.h>
     #include "cheironom_usb.h"
     int main(void) {
       cheir_message in = {{0, 0, 0}, 0, 0, 0};
       uint8_t packet[CHEIR_USB_PACKET];
       for (int byte = getchar(); byte != EOF; byte = getchar())
         if (cheir_usb_byte(&in, (uint8_t)byte, packet)) fwrite(packet, 1, CHEIR_USB_PACKET, stdout);
     }`,
  );
  const packets = (bytes: readonly number[]) => {
    const out = [...usb(Uint8Array.from(bytes))];
    return Array.from({ length: out.length / 4 }, (_, i) => out.slice(4 * i, 4 * i + 4));
  };
  it.each([
    ['note on', [0x90, 60, 64], [[0x09, 0x90, 60, 64]]],
    ['program', [0xc3, 5], [[0x0c, 0xc3, 5, 0]]],
    [
      'pressure, running',
      [0xd0, 1, 2],
      [
        [0x0d, 0xd0, 1, 0],
        [0x0d, 0xd0, 2, 0],
      ],
    ],
    ['clock', [0xf8], [[0x0f, 0xf8, 0, 0]]],
    ['song position', [0xf2, 1, 2], [[0x03, 0xf2, 1, 2]]],
    ['quarter frame', [0xf1, 9], [[0x02, 0xf1, 9, 0]]],
    ['tune request', [0xf6], [[0x05, 0xf6, 0, 0]]],
    ['SysEx of two', [0xf0, 0xf7], [[0x06, 0xf0, 0xf7, 0]]],
    ['of three', [0xf0, 1, 0xf7], [[0x07, 0xf0, 1, 0xf7]]],
    [
      'of four',
      [0xf0, 1, 2, 0xf7],
      [
        [0x04, 0xf0, 1, 2],
        [0x05, 0xf7, 0, 0],
      ],
    ],
    [
      'of five',
      [0xf0, 1, 2, 3, 0xf7],
      [
        [0x04, 0xf0, 1, 2],
        [0x06, 3, 0xf7, 0],
      ],
    ],
    [
      'a SysEx that is cut',
      [0xf0, 1, 2, 3, 0x90, 1, 2],
      [
        [0x04, 0xf0, 1, 2],
        [0x09, 0x90, 1, 2],
      ],
    ],
    ['what no receiver knows', [0xf4, 1, 0xf5, 0xf7, 7], []],
  ])('%s', (_, bytes, wanted) => expect(packets(bytes)).toEqual(wanted));
  it('say the same as the stream they come from', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const { messages, bytes } = randomStream(seed);
      const sent = packets(bytes);
      for (const [code, ...rest] of sent) {
        expect(code).toBeLessThan(16);
        expect(rest.slice(SIZE[code])).toEqual(Array(3 - SIZE[code]).fill(0));
      }
      expect(told(inPackets(sent))).toEqual(messages);
    }
  });
});

/** Reads packets as a receiver does, by section 3 of the specification. */
function received(sent: readonly number[]): { bytes: number[]; times: number[]; sizes: number[] } {
  const bytes: number[] = [];
  const times: number[] = [];
  const sizes: number[] = [];
  let inSysex = false;
  for (let at = 0; at < sent.length; at += 1 + sent[at]) {
    const packet = sent.slice(at + 1, at + 1 + sent[at]);
    sizes.push(packet.length);
    expect(packet[0] & 0xc0, 'header').toBe(0x80);
    let ms = (packet[0] & 0x3f) << 7;
    let low = -1;
    let running = 0;
    for (let i = 1; i < packet.length;) {
      if (packet[i] >= 0x80) {
        const time = packet[i++] & 0x7f;
        if (time < low) ms += 128;
        low = time;
      } else if (!inSysex) expect(running, 'running status within a packet').toBeGreaterThan(0);
      const status = packet[i] >= 0x80 ? packet[i++] : running;
      if (status >= 0x80 && status < 0xf0) times.push(((ms & ~0x7f) + low) % 8192);
      if (status === 0xf0) inSysex = true;
      if (status === 0xf7) inSysex = false;
      if (status > 0) bytes.push(status);
      if (status < 0xf8) running = status < 0xf0 ? status : 0;
      const most = inSysex ? 20 : status < 0xf0 ? ((status & 0xe0) === 0xc0 ? 1 : 2) : 2;
      for (let n = 0; n < most && packet[i] < 0x80; n++) bytes.push(packet[i++]);
    }
  }
  return { bytes, times, sizes };
}

describe('radio packets (Specification for MIDI over Bluetooth Low Energy 1.0)', () => {
  // Bytes come as pairs: ms since the last, byte.
  const radio = built(
    'radio',
    `#include <stdio.h>
     #include "cheironom_radio.h"
     static cheir_radio out;
     static void flush(void) { if (out.n) { putchar(out.n); fwrite(out.bytes, 1, out.n, stdout); out.n = 0; } }
     int main(void) {
       cheir_message in = {{0, 0, 0}, 0, 0, 0};
       uint16_t ms = 8100;
       const uint8_t *whole;
       for (int wait = getchar(); wait != EOF; wait = getchar()) {
         ms = (uint16_t)(ms + wait);
         uint8_t n = cheir_message_byte(&in, (uint8_t)getchar(), &whole);
         if (n == 0) continue;
         if (!cheir_radio_has_room(&out, ms)) flush();
         cheir_radio_put(&out, ms, whole, n);
       }
       flush();
     }`,
  );
  it('tell a note’s time, let a second of the same moment run on, and carry a long SysEx in packets of twenty', () => {
    const at = (pairs: number[][]) => [...radio(Uint8Array.from(pairs.flat()))];
    // 8100 ms is 63 · 128 + 36.
    const note = [0x80 | 63, 0x80 | 36, 0x90, 60, 64];
    expect(
      at([
        [0, 0x90],
        [0, 60],
        [0, 64],
      ]),
    ).toEqual([5, ...note]);
    expect(
      at([
        [0, 0x90],
        [0, 60],
        [0, 64],
        [0, 62],
        [0, 65],
      ]),
    ).toEqual([7, ...note, 62, 65]);
    expect(
      at([
        [0, 0x90],
        [0, 60],
        [0, 64],
        [5, 62],
        [0, 65],
      ]),
    ).toEqual([8, ...note, 0x80 | 41, 62, 65]);
    const long = [0xf0, ...Array.from({ length: 40 }, (_, i) => i), 0xf7];
    const packed = received(at(long.map((byte) => [0, byte])));
    expect(packed.bytes).toEqual(long);
    expect(packed.sizes.length).toBe(3);
  });
  it('say the same as the stream they come from, each message at its time, in packets of twenty bytes at most', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const { messages, bytes, ends } = randomStream(seed);
      const r = random(1000 + seed);
      const waits = bytes.map(() => (r.next() < 0.2 ? r.whole(0, 59) : 0));
      let ms = 8100;
      const at = waits.map((wait) => (ms += wait));
      const sent = radio(Uint8Array.from(bytes.flatMap((byte, i) => [waits[i], byte])));
      const { bytes: came, times, sizes } = received([...sent]);
      expect(told(came)).toEqual(messages);
      expect(Math.max(...sizes)).toBeLessThanOrEqual(20);
      expect(times).toEqual(ends.map((end) => at[end] % 8192));
    }
  });
});

function wherry(transports: readonly Transport[]): Instrument {
  const read = readInstrument(readFileSync('demo/wherry.json', 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  const own = bellowsOf(read.value);
  return { ...own, boards: [playingOver(own.boards[0], transports)] };
}

/** What a sketch does with its world around, and what its compiler says. @param form which of the zip's folders is built */
async function sketch(
  name: string,
  instrument: Instrument,
  world: { above?: string; below?: string; headers?: Record<string, string> },
  form: 'plain' | 'library' = 'plain',
): Promise<{ faults: string[]; run: () => Buffer }> {
  const folder = path.join(root, name);
  for (const [file, bytes] of Object.entries(unzipSync(await firmwareZip(instrument)))) {
    mkdirSync(path.dirname(path.join(folder, file)), { recursive: true });
    writeFileSync(path.join(folder, file), strFromU8(bytes));
  }
  for (const [file, text] of Object.entries(world.headers ?? {}))
    writeFileSync(path.join(folder, file), text);
  const { id } = instrument;
  const source = form === 'plain' ? path.join(folder, id) : path.join(folder, `${id}-library`, 'src');
  const ino = form === 'plain' ? source : path.join(folder, `${id}-library`, 'examples', id);
  writeFileSync(
    path.join(folder, 'main.cpp'),
    `#define WIRING_HEARD
     ${world.above ?? ''}
     #include "${path.resolve('firmware/host/wiring.h')}"
     #include <stdio.h>
     int wiring_signal(uint8_t, uint32_t us) { return us / 250000 % 2 ? 3000 : 2042; }
     static void heard(int way, const void *bytes, size_t n) { putchar(way); putchar((int)n); fwrite(bytes, 1, n, stdout); }
     void wiring_heard(const uint8_t *bytes, size_t n) { heard('c', bytes, n); }
     ${world.below ?? ''}
     #include "${path.join(ino, `${id}.ino`)}"
     int main() { setup(); while (wiring_us < 2000000) loop(); }`,
  );
  const own = [...WARNINGS, '-I', folder, '-I', source];
  for (const c of ['cheironom', 'instrument'])
    execFileSync('cc', [
      '-std=c99',
      ...own,
      '-c',
      path.join(source, `${c}.c`),
      '-o',
      path.join(folder, `${c}.o`),
    ]);
  const flags = ['-std=c++11', ...own, '-Wno-unused-function', '-Wno-unused-variable', 'main.cpp'];
  const made = spawnSync('c++', [...flags, 'cheironom.o', 'instrument.o', '-o', 'sketch'], { cwd: folder });
  const faults = made.status === 0 ? [] : (made.stderr.toString().match(/error: .*/g) ?? ['not built']);
  return { faults, run: () => execFileSync(path.join(folder, 'sketch'), { maxBuffer: 1 << 26 }) };
}

/** What went out by each way: its letter, a length, so many bytes. */
function byWay(sent: Buffer, way: string): number[][] {
  const rows: number[][] = [];
  for (let at = 0; at < sent.length; at += 2 + sent[at + 1])
    if (sent[at] === way.charCodeAt(0)) rows.push([...sent.subarray(at + 2, at + 2 + sent[at + 1])]);
  return rows;
}
const notesOn = (messages: readonly number[][]) =>
  messages.filter(([status, , velocity]) => status >> 4 === 9 && velocity > 0).map(([, note]) => note);

describe('the sketch over each way out', () => {
  const own = [...askForSettings()];
  /** What brings packets, one a pass: its settings are asked for after a second. */
  const brings = (packets: readonly number[][], room: number) => `
    #include <string.h>
    static uint8_t brings(uint8_t *p) {
      static const uint8_t packets[][${1 + room}] = {${packets.map((p) => `{${[p.length, ...p].join(', ')}}`).join(', ')}};
      static unsigned next;
      if (wiring_us < 1000000 || next == ${packets.length}) return 0;
      memcpy(p, packets[next] + 1, packets[next][0]);
      return packets[next++][0];
    }`;
  // A SysEx of six bytes, by table 4-1; one that nobody knows first, and a clock within.
  const USB_ASKS = brings(
    [
      [0, 0, 0, 0],
      [4, ...own.slice(0, 3)],
      [15, 0xf8, 0, 0],
      [7, ...own.slice(3)],
    ],
    4,
  );
  const MINE = '#define USB_MIDI 3';
  const MINE_SENDS = `extern "C" uint8_t cheir_usb_send(const uint8_t *p) { heard('u', p, 4); return 1; }
    extern "C" uint8_t cheir_usb_receive(uint8_t *p) { return brings(p); }`;
  const dumpOf = (instrument: Instrument) => {
    const image = compile(instrument);
    return { ok: true, value: writeDump(image, identityOf(instrument, instrument.boards[0], image)) };
  };
  const OBJECT = {
    above: '#define USBCON',
    below: `${USB_ASKS}\nstatic void usb_packet(const uint8_t *p) { heard('u', p, 4); }`,
    headers: {
      'MIDIUSB.h': `typedef struct { uint8_t header, byte1, byte2, byte3; } midiEventPacket_t;
        static struct {
          void sendMIDI(midiEventPacket_t e) { uint8_t p[4] = {e.header, e.byte1, e.byte2, e.byte3}; usb_packet(p); }
          void flush() {}
          midiEventPacket_t read() { uint8_t p[4] = {0, 0, 0, 0}; brings(p); return midiEventPacket_t{p[0], p[1], p[2], p[3]}; }
        } MidiUSB;`,
    },
  };
  const BOARDS_OWN = {
    above: '#define MIDI_INTERFACE',
    below: `${USB_ASKS}
      static void usb_midi_write_packed(uint32_t n) { heard('u', &n, 4); }
      static void usb_midi_flush_output() {}
      static uint32_t usb_midi_read_message() { uint32_t n = 0; brings((uint8_t *)&n); return n; }`,
  };
  it.each([
    ['object', OBJECT, 'plain'],
    ['board', BOARDS_OWN, 'library'],
    ['mine', { above: MINE, below: `${USB_ASKS}\n${MINE_SENDS}` }, 'plain'],
  ] as const)(
    'plays over USB by each convention, in both forms, and gives its settings there: %s',
    async (name, world, form) => {
      const instrument = wherry(['usb']);
      const { faults, run } = await sketch(`usb-${name}`, instrument, world, form);
      expect(faults).toEqual([]);
      const sent = byWay(run(), 'u');
      const notes = notesOn(sent.filter(([code]) => code === 9).map((p) => p.slice(1)));
      expect(notes.length).toBeGreaterThanOrEqual(3);
      expect(dumpInSysex(Uint8Array.from(inPackets(sent)))).toEqual(dumpOf(instrument));
      expect(byWay(run(), 'c')).toEqual([]);
    },
  );
  const RADIO = `#define RADIO_IS_WRITTEN
    extern "C" void cheir_radio_begin() {}
    static bool takes();
    extern "C" uint8_t cheir_radio_send(const uint8_t *p, uint8_t n) { if (!takes()) return 0; heard('r', p, n); return 1; }`;
  it('plays over a radio that takes a packet every 11 ms, and over all three at once, the same on each', async () => {
    const takes =
      'static bool takes() { static uint32_t next; if (wiring_us < next) return false; next = wiring_us + 11000; return true; }';
    const world = { above: MINE, below: `${brings([], 4)}\n${RADIO}\n${takes}\n${MINE_SENDS}` };
    const { faults, run } = await sketch('three', wherry(['cable', 'usb', 'radio']), world);
    expect(faults).toEqual([]);
    const sent = run();
    const cable = notesOn(told(byWay(sent, 'c').flat()));
    expect(cable.length).toBeGreaterThanOrEqual(3);
    expect(
      notesOn(
        byWay(sent, 'u')
          .filter(([code]) => code === 9)
          .map((p) => p.slice(1)),
      ),
    ).toEqual(cable);
    const radio = byWay(sent, 'r');
    expect(radio.every((p) => p.length <= 20)).toBe(true);
    expect(radio.flat().filter((byte) => byte === 0x90).length).toBeGreaterThanOrEqual(cable.length);
  });
  it('gives its settings over a radio that asks for them in two packets, each byte of status with its time', async () => {
    const asks = [
      [0x80, 0x85, ...own.slice(0, 4)],
      [0x80, own[4], 0x86, 0xf8, 0x87, own[5]],
    ];
    const world = {
      below: `${RADIO}\nstatic bool takes() { return true; }\n${brings(asks, 6)}
        extern "C" uint8_t cheir_radio_receive(uint8_t *p) { return brings(p); }`,
    };
    const instrument = wherry(['radio']);
    const { faults, run } = await sketch('radio-asked', instrument, world);
    expect(faults).toEqual([]);
    const { bytes } = received(byWay(run(), 'r').flatMap((packet) => [packet.length, ...packet]));
    expect(dumpInSysex(Uint8Array.from(bytes.filter((byte) => byte < 0xf8)))).toEqual(dumpOf(instrument));
  });
  it('plays on over the cable while nobody is connected to its radio', async () => {
    const world = { below: `${RADIO}\nstatic bool takes() { return false; }` };
    const { run } = await sketch('nobody', wherry(['cable', 'radio']), world);
    expect(notesOn(told(byWay(run(), 'c').flat())).length).toBeGreaterThanOrEqual(3);
  });
  it('stops with one sentence where a board lacks its way out', async () => {
    const usb = await sketch('no-usb', wherry(['usb']), {});
    expect(usb.faults).toEqual([
      expect.stringMatching(/Wherry plays over USB MIDI, and this board.*has none.*Choose another/),
    ]);
    const radio = await sketch('no-radio', wherry(['radio']), {});
    expect(radio.faults).toEqual([
      expect.stringMatching(/Wherry plays over a low-energy radio.*Write cheir_radio_begin/),
    ]);
  });
});
