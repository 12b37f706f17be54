import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, expect, it } from 'vitest';
import { FrameQueue } from '@/board/board';
import { SerialBoard } from '@/board/serial';
import { compile } from '@/core/compile/compile';
import { ANSWER } from '@/core/engine/codes';
import { identityOf } from '@/core/exchange/document/instrument-digest';
import { readInstrument } from '@/core/exchange/document/instrument-json';
import { writeDump } from '@/core/exchange/settings/settings-dump';
import { commandSysex, settingsSysex } from '@/core/exchange/settings/settings-sysex';
import { columnsOf, contactsOf } from '@/core/instrument/access';
import type { Instrument } from '@/core/instrument/document';
import { splitMessages } from '@/core/midi/messages';
import { random } from '@/core/signal/random';
import { bankNotes, kneeSwitch } from '@/core/testing/bank-instruments';
import { bellowsOf, onBits } from '@/core/testing/bellows';
import { SEED, soaking } from '@/core/testing/many';
import { buildSketch, EmulatedBoard, type World } from './board';

const root = mkdtempSync(path.join(tmpdir(), 'cheironom-board-'));
afterAll(() => rmSync(root, { recursive: true }));
const S = 1e6;

/** The demonstration's bellows and a knee switch on a small 8-bit board. @param change of the board */
function small(change: Partial<Instrument['boards'][0]> = {}, kneePin = '4', channel = 1): Instrument {
  const read = readInstrument(readFileSync('demo/wherry.json', 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  const own = onBits(bellowsOf(read.value), 10);
  const knee = { ...kneeSwitch(), board: own.boards[0].id };
  knee.lanes = knee.lanes.map((lane) => ({ ...lane, pin: kneePin }));
  const zone = own.zones[0].id;
  return {
    ...own,
    boards: [
      { ...own.boards[0], memoryBytes: 2048, flashBytes: 31 * 1024, tableBits: 4, scanHz: 1000, ...change },
    ],
    sensors: [{ ...own.sensors[0], lanes: [{ ...own.sensors[0].lanes[0], pin: 'A0' }] }, knee],
    zones: own.zones.map((z) => ({ is: 'single', id: z.id, channel })),
    voices: [...own.voices, bankNotes(knee, 'closed', { zone, pitch: { is: 'fixed', note: 36 } })],
  };
}

/** Strokes of a fifth of a second, five in two seconds; the knee is pressed once a second. */
const world: World = {
  count: (_, us) => (us % 400_000 > 200_000 ? 750 : 510),
  closed: (us) => (us % S > 600_000 ? [4] : []),
};
let builds = 0;
const board = async (instrument: Instrument, own: World = world, kept?: Uint8Array) =>
  new EmulatedBoard(await buildSketch(path.join(root, String(builds++)), instrument), own, kept);
const bytesOf = (own: EmulatedBoard, fromUs = 0, untilUs = Infinity): Uint8Array =>
  Uint8Array.from(own.sent.filter(({ us }) => us >= fromUs && us < untilUs).map(({ byte }) => byte));

/** Notes that begin and end among MIDI bytes, on a channel; and those that are on at the end. */
function notesIn(bytes: Uint8Array) {
  let ons = 0;
  const sounding = new Set<number>();
  for (let at = 0; at < bytes.length; at++) {
    const kind = bytes[at] >> 4;
    if (kind !== 8 && kind !== 9) continue;
    const key = (bytes[at] & 15) * 128 + bytes[at + 1];
    if (kind === 9) ons++;
    if (kind === 9) sounding.add(key);
    else sounding.delete(key);
  }
  return { ons, sounding: sounding.size };
}

const packetsIn = (bytes: Uint8Array, instrument: Instrument) => {
  const own = new SerialBoard(columnsOf(instrument), contactsOf(instrument), 1000, 1023);
  own.feed(bytes, 0);
  own.advance(0, new FrameQueue(columnsOf(instrument).length, 1 << 16));
  return own.state;
};

it.each([
  ...(soaking ? [['on time', {}] as const] : []),
  ['late in every scan', { scanHz: 12_000 }] as const,
])(
  'a board that is %s hears what it is asked, and plays again when nobody asks any more',
  async (_, change) => {
    const instrument = small(change);
    const own = await board(instrument);
    for (const us of [0.65, 1.05]) own.hears(us * S, commandSysex('packets'));
    own.run(5.6 * S);
    // "Sustain" off and "all notes off" first.
    expect([...bytesOf(own).subarray(0, 6)]).toEqual([0xb0, 64, 0, 0xb0, 123, 0]);
    const before = notesIn(bytesOf(own, 0, 1.05 * S));
    expect(before.ons).toBeGreaterThanOrEqual(3);
    const packets = packetsIn(bytesOf(own, 0.65 * S, 4 * S), instrument);
    expect(packets.packets).toBeGreaterThan(2000);
    expect(packets.who?.scanHz).toBe(instrument.boards[0].scanHz);
    // Three seconds after it was asked last.
    const after = bytesOf(own, 4.3 * S);
    expect(after.every((byte, i) => byte < 0x80 || after[i + 1] < 0x80 || i + 1 === after.length)).toBe(true);
    expect(notesIn(after).ons).toBeGreaterThanOrEqual(3);
  },
  120_000,
);

it.runIf(soaking)(
  'a stranger’s MIDI changes nothing: data bytes that are letters, letters in others’ messages, messages cut short',
  async () => {
    const own = await board(small());
    const r = random(3);
    const [command] = [commandSysex('packets')];
    const foreign = [
      ...[0x90, 0x46, 0x46, 0xb0, 0x54, 0x46, 0xf0, 0x41, 0x54, 0x46, 0x57, 0xf7],
      ...Array.from({ length: 3000 }, () => r.whole(0, 255)).filter((byte) => byte !== 0x7d),
      ...command.subarray(0, 5),
      ...[0x90, 0x46, 0x40, 0xf7],
      ...settingsSysex(new Uint8Array(200)).subarray(0, 120),
    ];
    own.hears(0.3 * S, foreign);
    own.run(3 * S);
    const { ons, sounding } = notesIn(bytesOf(own));
    expect(ons).toBeGreaterThanOrEqual(6 + 2);
    expect(sounding).toBeLessThanOrEqual(2);
    // A message that pauses for longer than 200 ms is none.
    own.hears(3.02 * S, command.subarray(0, 6));
    own.hears(3.3 * S, command.subarray(6));
    own.run(3.5 * S);
    expect(packetsIn(bytesOf(own, 3 * S), small()).packets).toBe(0);
    // Half a dump does not swallow what comes after it.
    own.hears(3.51 * S, command);
    own.run(4.2 * S);
    expect(packetsIn(bytesOf(own, 3.51 * S), small()).packets).toBeGreaterThan(500);
  },
  120_000,
);

const settingsOf = (own: Instrument): Uint8Array => {
  const image = compile(own);
  return settingsSysex(writeDump(image, identityOf(own, own.boards[0], image)));
};

it.runIf(soaking)(
  'keeps settings while it plays: no note comes late, and wherever the power goes, the old ones or the new ones are there',
  async () => {
    const program = await buildSketch(path.join(root, 'kept'), small());
    const settings = settingsOf(small({}, '4', 5));
    const own = new EmulatedBoard(program, world);
    own.hears(1.05 * S, settings);
    // What its EEPROM has, should the power go then.
    const kept = [1.2, 1.6, 2, 2.4, 4].map((seconds) => {
      own.run(seconds * S);
      return own.eeprom.memory.slice();
    });
    // What sounds may delay a note by what else is on the wire, a millisecond a message; a knee press is taken at once.
    const presses = own.sent.flatMap(({ us, byte }, i) =>
      byte >> 4 === 9 && own.sent[i + 1]?.byte === 36 ? [us] : [],
    );
    expect(presses).toHaveLength(4);
    for (const us of presses) expect((us % S) - 600_000).toBeLessThan(12_000);
    const bytes = bytesOf(own);
    const answered = bytes.findIndex((_, i) =>
      [0xf0, 0x7d, 0x43, 0x68, 3].every((b, k) => bytes[i + k] === b),
    );
    expect(bytes[answered + 6]).toBe(ANSWER.taken);
    expect(notesIn(bytes).sounding).toBeLessThanOrEqual(2);
    const channels = new Set<number>();
    for (const memory of kept) {
      const again = new EmulatedBoard(program, world, memory);
      again.run(0.9 * S);
      const [first] = again.sent.filter(({ byte }) => byte >> 4 === 9);
      channels.add((first.byte & 15) + 1);
    }
    expect(channels).toEqual(new Set([1, 5]));
  },
  240_000,
);

it.runIf(soaking)(
  'measures rest and reach while its button is held, plays by them at once, keeps them without power, and says so to nobody',
  async () => {
    const own = small();
    const [bellows, knee] = own.sensors;
    const voices = own.voices.filter((v) => v.is === 'controller');
    const instrument: Instrument = {
      ...own,
      boards: [{ ...own.boards[0], button: knee.id }],
      sensors: [bellows, knee],
      voices,
    };
    // Rest has moved to 530; the maker reaches 150 counts from there, and plays that again later.
    const playing = (us: number) => (us > 2.3 * S && us < 2.8 * S) || us > 3.6 * S;
    const hand: World = {
      count: (_, us) => (playing(us) ? 680 : 530),
      closed: (us) => (us > 1 * S && us < 3 * S ? [4] : []),
    };
    const program = await buildSketch(path.join(root, 'button'), instrument);
    const first = new EmulatedBoard(program, hand);
    first.run(5.5 * S);
    const value = (bytes: Uint8Array) => splitMessages(bytes).at(-1)?.[2];
    expect([value(bytesOf(first, 0, 2.9 * S)), value(bytesOf(first, 3 * S, 3.5 * S))]).toEqual([1, 0]);
    expect(Math.max(...splitMessages(bytesOf(first, 0, 3 * S)).map((m) => m[2]))).toBeLessThan(60);
    expect(value(bytesOf(first, 3.6 * S))).toBe(127);
    expect(bytesOf(first).includes(0xf0)).toBe(false);
    const again = new EmulatedBoard(program, { ...hand, closed: () => [] }, first.eeprom.memory);
    again.run(3.4 * S);
    again.hears(3.45 * S, commandSysex('packets'));
    again.run(3.65 * S);
    const told = packetsIn(bytesOf(again, 3.45 * S), instrument);
    expect(told.who?.digest).toBe('00000000');
    const without = new EmulatedBoard(program, { ...hand, closed: () => [] });
    without.run(2.9 * S);
    const most = (b: EmulatedBoard) =>
      Math.max(...splitMessages(bytesOf(b, 1 * S, 2.9 * S)).map((m) => m[2]));
    expect([most(again), most(without) < 60]).toEqual([127, true]);
  },
  240_000,
);

it.runIf(soaking).each([1000, 12_000])(
  'at %i scans a second, on time or late, the board’s light leaves a pin alone that is wired',
  async (scanHz) => {
    const instrument = small({ scanHz }, '13');
    const own = await board(instrument, { count: () => 510, closed: (us) => (us > 2.4 * S ? [13] : []) });
    own.run(2.8 * S);
    expect([notesIn(bytesOf(own)).ons, notesIn(bytesOf(own, 0, 2.4 * S)).ons]).toEqual([1, 0]);
  },
  120_000,
);

it.runIf(soaking)(
  'sets the converter’s clock as the plan says: 13 of its clocks a conversion',
  async () => {
    const perConversion = async (conversionUs: number) => {
      const base = small({ scanHz: 20_000 });
      const own = await board({
        ...base,
        boards: [{ ...base.boards[0], pins: { ...base.boards[0].pins!, conversionUs } }],
      });
      own.run(0.5 * S);
      const before = own.conversions;
      own.run(1 * S);
      return (0.5 * S) / (own.conversions - before);
    };
    const [slow, fast] = [await perConversion(104), await perConversion(26)];
    // Datasheet DS40002061A, "Prescaling and Conversion Timing": dividers of 128 and 32 at 16 MHz.
    expect(Math.abs(slow - fast - (104 - 26))).toBeLessThan(20);
  },
  120_000,
);

/** Simulated seconds under whatever comes: few in `npm run check`, an hour in `npm run soak`. */
const SECONDS = Number(process.env.BOARD_SECONDS ?? 5);

it(
  `left alone it always plays again: ${SECONDS} s of foreign bytes, cut messages, settings, dead hosts and power cuts`,
  async () => {
    const r = random(SEED);
    const program = await buildSketch(path.join(root, 'soak'), small());
    const settings = [1, 5].map((channel) => settingsOf(small({}, '4', channel)));
    const disturbs = [
      () => Array.from({ length: r.whole(1, 400) }, () => r.whole(0, 255)),
      () => [...settings[r.whole(0, 1)]],
      () => [...settings[r.whole(0, 1)].subarray(0, r.whole(1, 400))],
      () => [...commandSysex((['packets', 'text', 'who', 'midi'] as const)[r.whole(0, 3)])],
    ];
    let own = new EmulatedBoard(program, world);
    for (let passed = 0; passed < SECONDS;) {
      const began = own.us;
      for (let n = r.whole(1, 4); n > 0; n--)
        own.hears(began + r.between(0.3, 1) * S, disturbs[r.whole(0, 3)]());
      own.run(began + r.between(1, 1.5) * S);
      if (r.next() < 0.3) own = new EmulatedBoard(program, world, own.eeprom.memory);
      const alone = own.us;
      own.run(alone + 4.6 * S);
      passed += (own.us - began) / S;
      const { ons, sounding } = notesIn(bytesOf(own, own.us - 1.05 * S));
      expect(ons, `seed ${SEED}, after ${passed.toFixed(1)} s`).toBeGreaterThanOrEqual(3);
      expect(sounding).toBeLessThanOrEqual(2);
      own.sent.length = 0;
    }
  },
  4 * 3600_000,
);
