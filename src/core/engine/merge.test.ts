import { expect, it } from 'vitest';
import { compile } from '../compile/compile';
import type { MidiInput } from '../instrument/board';
import type { Instrument } from '../instrument/document';
import { MessageReader } from '../midi/message-reader';
import { random } from '../signal/random';
import { bankNotes, instrumentOf, touchPads } from '../testing/bank-instruments';
import { mergeReference, type ByteIn } from '../testing/merge-reference';
import { framesFrom } from '../testing/play';
import { randomMidi } from '../testing/random-bytes';
import { changeEngine } from './change';
import { run } from './run';
import { startEngine } from './start';
import { playByte, playFrame, silence } from './play';

const MS = 1000;

/** Two pads, notes 60 and 62 on channel 1, and inputs. */
function served(...inputs: Partial<MidiInput>[]): Instrument {
  const pads = touchPads([60, 62]);
  const instrument = instrumentOf([pads], [bankNotes(pads, 'touch')]);
  instrument.inputs = inputs.map((own, i) => ({ id: `in${i}`, name: `In ${i}`, board: 'board', ...own }));
  return instrument;
}

/** What a board sends that is on, and whose pads are still: bytes 320 µs apart, frames 1 ms apart. */
function merged(instrument: Instrument, bytes: readonly ByteIn[], everyUs = 320): number[] {
  const e = startEngine(compile(instrument));
  const out: number[] = [];
  const put = (n: number) => out.push(...e.out.subarray(0, n));
  let tUs = 0;
  const frames = (ms: number) => {
    for (let i = 0; i < ms; i++) put(playFrame(e, (tUs += MS), [300, 300], 0));
  };
  frames(20);
  bytes.forEach(({ port, byte }, i) => {
    tUs += everyUs;
    if (i % 3 === 0) put(playFrame(e, tUs, [300, 300], 0));
    put(playByte(e, tUs, port, byte));
  });
  return out;
}

const from = (port: number, ...bytes: number[]): ByteIn[] => bytes.map((byte) => ({ port, byte }));

it('merges 300 random mixes of three senders as the specification has it, cut anywhere', () => {
  const instrument = served({ clock: true }, { clock: true }, { clock: true });
  for (let seed = 1; seed <= 300; seed++) {
    const r = random(seed);
    const queues = [0, 1, 2].map(() => randomMidi(r, 40).flat());
    const mixed: ByteIn[] = [];
    while (queues.some((q) => q.length > 0)) {
      const port = r.whole(0, 2);
      const n = r.next() < 0.5 ? 1 : r.whole(1, 9);
      mixed.push(...from(port, ...queues[port].splice(0, n)));
    }
    const cut = mixed.slice(0, r.whole(0, mixed.length));
    expect(merged(instrument, cut, 1), `mix ${seed}`).toEqual(mergeReference(cut));
  }
});

it('running status of one sender never reaches another’s message', () => {
  // Two senders byte by byte in turn, each in running status; what goes out says every status.
  const a = from(0, 0x91, 60, 100, 64, 100, 67, 100);
  const b = from(1, 0xb2, 1, 10, 1, 20, 1, 30);
  const mixed = a.flatMap((own, i) => [own, b[i]]);
  const expected = [60, 64, 67].flatMap((note, i) => [0x91, note, 100, 0xb2, 1, 10 * (i + 1)]);
  expect(merged(served({}, {}), mixed)).toEqual(expected);
});

it('a dump passes whole, clock goes through it, and a pad that is touched meanwhile sounds after it; one that stops half-way ends after 100 ms', () => {
  const take = framesFrom(
    served({}),
    Array.from({ length: 400 }, (_, i) => [i === 50 ? 400 : 300, 300]),
  );
  const play = (...bytes: [ms: number, byte: number][]) =>
    run(compile(served({})), {
      ...take,
      bytes: {
        tUs: Float64Array.from(bytes, ([ms]) => ms * MS),
        port: new Uint8Array(bytes.length),
        byte: Uint8Array.from(bytes, ([, byte]) => byte),
      },
    }).map(({ tUs, bytes: own }) => [tUs / MS, ...own]);
  const on = [0x90, 60, 100];
  const off = [0x80, 60, 64];
  expect(play([40, 0xf0], [45, 9], [48, 0xf8], [55, 8], [60, 0xf7])).toEqual([
    [48, 0xf8],
    [60, 0xf0, 9, 8, 0xf7],
    [60, ...on],
    [60, ...off],
  ]);
  expect(play([40, 0xf0], [45, 9])).toEqual([
    [145, 0xf0, 9, 0xf7],
    [145, ...on],
    [145, ...off],
  ]);
});

it('one that is pulled out while its notes sound: each ends within 0.4 s and a frame, its pedal too; a sender that never said that it is there is left alone', () => {
  // A third note has ended, by a velocity of 0.
  const chord = [0x93, 50, 90, 57, 90, 55, 90, 57, 0, 0xb3, 64, 127];
  const play = (bytes: number[]) => {
    const frames = framesFrom(served({}), new Array<number[]>(900).fill([300, 300]));
    const byte = Uint8Array.from(bytes);
    const tUs = Float64Array.from(bytes, (_, i) => 100 * MS + 320 * i);
    return run(compile(served({})), { ...frames, bytes: { tUs, port: new Uint8Array(byte.length), byte } });
  };
  const late = play([0xfe, ...chord]).filter(({ tUs }) => tUs > 110 * MS);
  expect(late.map(({ bytes }) => bytes)).toEqual([
    [0x83, 50, 64],
    [0x83, 55, 64],
    [0xb3, 64, 0],
    [0xb3, 123, 0],
  ]);
  const lastUs = 100 * MS + 320 * chord.length;
  for (const { tUs } of late) expect((tUs - lastUs) / MS).toBeGreaterThanOrEqual(399.9);
  for (const { tUs } of late) expect((tUs - lastUs) / MS).toBeLessThan(402);
  expect(play(chord).filter(({ tUs }) => tUs > 110 * MS)).toEqual([]);
});

it('whatever came in, a silence ends it, and at its end nothing sounds', () => {
  for (let seed = 1; seed <= 200; seed++) {
    const r = random(seed);
    const e = startEngine(compile(served({}, { blocks: [123, 120, 126] })));
    const reader = new MessageReader();
    const sounding = new Set<number>();
    const hear = (n: number) => {
      for (const [status, note, velocity] of reader.read(e.out.subarray(0, n))) {
        const key = ((status & 15) << 8) | note;
        if ((status & 0xf0) === 0x90 && velocity > 0) sounding.add(key);
        else if ((status & 0xe0) === 0x80) sounding.delete(key);
        else if ((status & 0xf0) === 0xb0 && note >= 120 && note !== 121 && note !== 122)
          for (const own of [...sounding]) if (own >> 8 === (status & 15)) sounding.delete(own);
      }
    };
    let tUs = 0;
    [randomMidi(r, 60), randomMidi(r, 60)].forEach((messages, port) => {
      for (const byte of messages.flat()) {
        hear(playByte(e, (tUs += 320), port, byte));
        hear(playFrame(e, (tUs += MS), [r.next() < 0.1 ? 400 : 300, 300], 0));
      }
    });
    hear(silence(e));
    for (let i = 0; i < 20; i++) hear(playFrame(e, (tUs += MS), [300, 300], 0));
    expect([...sounding], `seed ${seed}`).toEqual([]);
  }
});

it('another structure ends what came in, a pedal too', () => {
  const e = startEngine(compile(served({})));
  for (const byte of [0x94, 60, 90, 0xb6, 64, 127]) playByte(e, 0, 0, byte);
  const n = changeEngine(e, compile(served()));
  const ended = new MessageReader().read(e.out.subarray(0, n));
  expect(ended).toEqual([
    [0x84, 60, 64],
    [0xb6, 64, 0],
    [0xb6, 123, 0],
  ]);
});

it('what does not pass: controllers that are blocked, program changes that select, a second clock; garbage is counted', () => {
  const bytes = [...from(0, 0xb0, 7, 90, 11, 80, 0xc0, 1, 0xf8), ...from(1, 0xf8, 0xb0, 7, 60, 0xc5, 3)];
  const instrument = served({ blocks: [7], programs: 'select' }, {});
  expect(merged(instrument, bytes)).toEqual([0xb0, 11, 80, 0xf8, 0xb0, 7, 60, 0xc5, 3]);
  const e = startEngine(compile(instrument));
  for (const byte of [5, 99, 0xf7, 0xf4, 0xf9, 1]) expect(playByte(e, 0, 0, byte)).toBe(0);
  expect(e.state.ports[0].garbage).toBe(6);
});
