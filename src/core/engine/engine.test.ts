import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compile } from '../compile/compile';
import { encodeState, forOperations, type Between } from '../exchange/firmware/harness';
import { MessageReader } from '../midi/message-reader';
import { splitMessages, STATUS } from '../midi/messages';
import { render } from '../prove/render';
import type { Instrument } from '../instrument/document';
import type { Frames } from '../signal/take';
import { breathController, breathNote, identityInstrument } from '../testing/identity-response';
import { framesFrom, START_UP } from '../testing/play';
import { randomInstrument, randomServed, withOtherSettings } from '../testing/random-instruments';
import { randomTake } from '../testing/random-takes';
import { changeEngine, sameStructure } from './change';
import { startEngine } from './start';
import type { Image } from './layout';
import { playEdge, playFrame, silence, playByte, setScene } from './play';
import { run } from './run';
import { MOST_BACKLOG_US } from './wire';
import { many } from '../testing/many';

const seeds = fc.integer({ min: 1, max: 2 ** 31 });

/** A take frame by frame and edge by edge, with silences, and changes to other images by turns, before some frames. */
function oneByOne(
  images: readonly Image[],
  take: Frames,
  between: Between,
  told: (bytes: number[], is: string) => void,
) {
  const e = startEngine(images[0]);
  let changes = 0;
  const tell = (bytes: number, is: string) => told(Array.from(e.out.subarray(0, bytes)), is);
  forOperations(take, between, {
    edge: (tUs, contact, closed) => tell(playEdge(e, tUs, contact, closed), 'edge'),
    byte: (tUs, port, byte) => tell(playByte(e, tUs, port, byte), 'byte'),
    scene: (scene) => tell(setScene(e, scene), 'scene'),
    silence: () => tell(silence(e), 'silence'),
    ask: () => {},
    look: () => {},
    endAll: () => {},
    change: () => tell(changeEngine(e, images[++changes % images.length]), 'change'),
    frame: (i) => tell(playFrame(e, take.tUs[i], take.counts, i * take.channels.length), 'frame'),
  });
  return e;
}

describe('for any valid instrument and any take', () => {
  it('no note ends that did not begin; after a silence, and after a change of structure, none is on', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const instrument = randomInstrument(seed);
        const sounding = new Map<string, number>();
        const fewer = { ...instrument, voices: instrument.voices.slice(1) };
        const images = [instrument, withOtherSettings(instrument, seed), fewer].map((i) => compile(i));
        const between = { silence: new Set([200, 450]), change: new Set([100, 150, 250, 350, 550]) };
        let changes = 0;
        oneByOne(images, randomTake(instrument, 600, seed + 1), between, (bytes, is) => {
          for (const [status, note, velocity] of splitMessages(bytes)) {
            const key = `${status & 15} ${note}`;
            const count = sounding.get(key) ?? 0;
            if (status >> 4 === 9) {
              expect(velocity).toBeGreaterThan(0);
              sounding.set(key, count + 1);
            }
            if (status >> 4 === 8) sounding.set(key, count - 1);
            expect(sounding.get(key) ?? 0).toBeGreaterThanOrEqual(0);
          }
          const [from, to] = [images[changes % 3], images[(changes + 1) % 3]];
          const anew = is === 'change' && !sameStructure(from, to);
          if (is === 'change') changes++;
          if (is === 'silence' || anew) expect([...sounding.values()].every((n) => n === 0)).toBe(true);
        });
      }),
      { numRuns: many(8) },
    );
  });
  /** Whether a message is what a receiver must know of a note that follows on its channel: its bend, pressure or timbre. */
  function beginsNote(messages: number[][], i: number): boolean {
    const channel = messages[i][0] & 15;
    // The note before it on that channel may end in between.
    const begins = messages.slice(i + 1).some(([status]) => status === (STATUS.noteOn | channel));
    const tells = [STATUS.pitchBend, STATUS.channelPressure, STATUS.controlChange] as number[];
    return begins && tells.includes(messages[i][0] & 0xf0);
  }
  it('data bytes are seven bits, and levels write no more than the wire lets through', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const instrument = randomInstrument(seed);
        const image = compile(instrument);
        const credit = Math.floor(MOST_BACKLOG_US / image.byte_us) + 6;
        oneByOne([image], randomTake(instrument, 300, seed + 2), {}, (bytes) => {
          expect(bytes.length).toBeLessThanOrEqual(image.max_bytes);
          const messages = splitMessages(bytes);
          expect(messages.every((m) => m.slice(1).every((b) => b < 128))).toBe(true);
          const levels = messages.filter((m, i) => m[0] >> 5 !== 4 && !beginsNote(messages, i));
          expect(levels.flat().length).toBeLessThanOrEqual(credit);
        });
      }),
      // Of this one a note that is bent ends and begins again in one frame.
      { numRuns: many(5), examples: [[2_147_483_619]] },
    );
  });
  it('a whole take gives what it gives frame by frame, byte for byte and state for state', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const instrument = randomServed(seed);
        const take = randomTake(instrument, 2500, seed + 3);
        const image = compile(instrument);
        const single: number[][] = [];
        const reader = new MessageReader();
        const one = oneByOne([image], take, {}, (bytes, is) => {
          expect(bytes.length).toBeLessThanOrEqual(image.max_bytes);
          if (is !== 'silence') single.push(...reader.read(bytes));
        });
        const whole = startEngine(image);
        expect(run(whole, take).map((e) => e.bytes)).toEqual(single);
        silence(whole);
        expect(encodeState(whole.state)).toEqual(encodeState(one.state));
      }),
      // Of this one a gate is muted while its attack runs.
      { numRuns: many(5), examples: [[859_539_746]] },
    );
  });
  it('a take played in two pieces gives what it gives in one', () => {
    for (const seed of [77, 78, 79]) {
      const instrument = randomInstrument(seed);
      const take = { ...randomTake(instrument, 800, seed), edges: undefined };
      const e = startEngine(compile(instrument));
      const w = take.channels.length;
      const part = (from: number, to: number) =>
        run(e, { ...take, tUs: take.tUs.subarray(from, to), counts: take.counts.subarray(from * w, to * w) });
      expect([...part(0, 333), ...part(333, 800)]).toEqual(run(compile(instrument), take));
    }
  });
});

describe('a wire of 31 250 baud that ten notes in unison fill (M1.0: 320 µs a byte)', () => {
  const SCAN_US = 1000;
  const NOTE_US = 3 * 320;
  const inUnison = (): Instrument => {
    const one = identityInstrument([], { midiBaud: 31_250 });
    const each = Array.from({ length: 10 }, (_, i) => `s${i}`);
    return {
      ...one,
      sensors: each.map((id) => ({ ...one.sensors[0], id, lanes: [{ id: 'breath', column: id }] })),
      voices: each.map((sensor, i) => {
        const pitch = { is: 'fixed' as const, note: 50 + i };
        return breathNote(5, { id: `n${i}`, gate: { sensor, port: 'gate' }, pitch });
      }),
    };
  };
  it('every note begins, and ends, as soon as a queue on the wire would let it, and at least as loud as alone', () => {
    const level = (t: number) => (t < 60 || t >= 160 ? 1000 : 1000 + 26 * Math.min(10, t - 60));
    const frames = Array.from({ length: 260 }, (_, t) => new Array<number>(10).fill(level(t)));
    const instrument = inUnison();
    const events = run(compile(instrument), framesFrom(instrument, frames));
    const bytes = events.flatMap((e) => splitMessages(e.bytes).map((m) => ({ tUs: e.tUs, m })));
    // No more than the wire has room for in a scan: three messages of backlog and the note that fills it.
    const inScan = new Map<number, number>();
    for (const { tUs, m } of bytes) inScan.set(tUs, (inScan.get(tUs) ?? 0) + 320 * m.length);
    expect(Math.max(...inScan.values())).toBeLessThanOrEqual(4000 + NOTE_US);
    const [on, off] = [9, 8].map((kind) => bytes.filter(({ m }) => m[0] >> 4 === kind));
    expect(on.map(({ m }) => m[1])).toEqual(Array.from({ length: 10 }, (_, i) => 50 + i));
    for (const [notes, decidedUs] of [
      [on, 66 * SCAN_US],
      [off, 160 * SCAN_US],
    ] as const) {
      let sentUs = 0;
      notes.forEach(({ tUs }, i) => {
        sentUs = Math.max(sentUs, tUs) + NOTE_US;
        expect(sentUs).toBeLessThanOrEqual(decidedUs + (i + 1) * NOTE_US + SCAN_US);
      });
      expect(notes).toHaveLength(10);
    }
    // Six scans of the rise lie in the window of a note alone: 156 counts; those that wait follow it on to its top.
    for (const { m } of on) expect(m[2]).toBeGreaterThanOrEqual(1 + Math.round((126 * (156 - 20)) / 500));
  });
});

describe('rendering a take', () => {
  const note = identityInstrument([breathNote(0)]);
  it('counts notes, messages and the busiest second, and ends what is held', () => {
    const counts = [...new Array<number>(START_UP).fill(1000), 1500, 1000, 1500, 1500];
    const { events, metrics, findings } = render(note, framesFrom(note, counts));
    const seconds = (START_UP + 3) / 1000;
    const busiest = { busiestBytesPerSecond: 12 };
    expect(metrics).toEqual({
      ...{ seconds, notes: 2, messages: 4, bytes: 12, ...busiest },
      wires: [{ board: 'board', ...busiest }],
    });
    expect(events[3]).toEqual({ tUs: seconds * 1e6, bytes: [0x80, 62, 64] });
    expect(findings.map((f) => f.code)).toEqual(['held-at-end']);
  });
  it('says which sensors stay silent, and why', () => {
    const instrument = identityInstrument([breathController()]);
    const other = { ...framesFrom(instrument, [1, 2]), channels: ['other'] };
    expect(render(instrument, other).findings.map((f) => f.code)).toEqual(['no-column']);
    delete instrument.sensors[0].calibration;
    expect(render(instrument, framesFrom(instrument, [1, 2])).findings.map((f) => f.code)).toEqual([
      'not-calibrated',
    ]);
  });
});
