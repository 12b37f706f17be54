import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { randomInstrument, randomTake } from '../../../firmware/host/test-instruments';
import type { Instrument } from '../instrument/document';
import { straight } from '../instrument/straight';
import { splitMessages } from '../midi/messages';
import type { Frames } from '../signal/take';
import { channelsOf, compile } from './compile';
import { distanceOf, responseOf, sideOf, stepOf } from './level';
import { render } from './render';
import { run } from './run';
import { scaleOf, shareOf } from './scale';
import { start } from './state';
import { silence, step } from './step';

const frames = (counts: number[], periodUs = 1000): Frames => ({
  channels: ['breath'],
  tUs: Float64Array.from(counts, (_, i) => i * periodUs),
  counts: Uint16Array.from(counts),
});
const play = (instrument: Instrument, counts: number[], periodUs?: number) =>
  run(compile(instrument, ['breath']), frames(counts, periodUs)).map((e) => [e.tUs, ...e.bytes]);

describe('scales without division (docs/engine.md)', () => {
  it('are exact at both ends and never four Q15 units low between, for every span', () => {
    for (let span = 1; span <= 65535; span += span < 3000 ? 1 : 97) {
      const s = scaleOf(span);
      expect(s.mul).toBeGreaterThanOrEqual(32768 - 1);
      expect(s.mul).toBeLessThanOrEqual(65535);
      expect(shareOf(s, 0)).toBe(0);
      expect(shareOf(s, span)).toBe(32768);
      for (const x of [1, span >> 1, span - 1]) {
        const exact = (32768 * x) / span;
        if (x < span) expect(exact - shareOf(s, x)).toBeLessThan(4);
        if (x < span) expect(shareOf(s, x)).toBeLessThanOrEqual(exact);
      }
    }
    expect(() => scaleOf(65536)).toThrow(RangeError);
  });
});

describe('a level as a controller', () => {
  it('reads 0 at the dead zone, 127 at reach and beyond, and each step at its place', () => {
    const events = play(straight([{}]), [1000, 1020, 1522, 2020, 4095]);
    expect(events).toEqual([
      [0, 0xb0, 2, 0],
      [2000, 0xb0, 2, 64],
      [3000, 0xb0, 2, 127],
    ]);
  });
  it('rounds half up to the nearest of 128 steps over the whole travel', () => {
    const program = compile(straight([{}]), ['breath']);
    const input = program.inputs[0];
    for (let count = 1020; count <= 2020; count++) {
      const y = responseOf(input, program.tableBits, sideOf(input, count), distanceOf(input, count));
      expect(Math.abs(stepOf(0, 127, y) - (127 * (count - 1020)) / 1000)).toBeLessThan(0.51);
    }
  });
  it('sends 14 bits high byte first, and the high byte only when it changed', () => {
    const events = play(straight([{ bits: 14 }]), [1530, 1531, 2020]);
    expect(events.map((e) => e.slice(1))).toEqual([
      [0xb0, 2, 65],
      [0xb0, 34, expect.any(Number)],
      [0xb0, 34, expect.any(Number)],
      [0xb0, 2, 127],
      [0xb0, 34, 127],
    ]);
  });
  it('goes out as channel pressure, two bytes, on its channel', () => {
    expect(play(straight([{ kind: 'pressure', channel: 4 }]), [2020])).toEqual([[0, 0xd3, 127]]);
  });
  it('keeps to its range', () => {
    expect(play(straight([{ from: 20, to: 100 }]), [1000, 4000]).map((e) => e[3])).toEqual([20, 100]);
  });
  it('sends only on change, and past a deadband only changes that are worth it, but always the ends', () => {
    // A step is 7.87 counts wide; ± 6 counts around a border flickers without a deadband.
    const trembling = [1520, 1526, 1520, 1526, 1520, 1526];
    expect(play(straight([{}]), trembling).length).toBeGreaterThan(3);
    expect(play(straight([{ deadband: 1.5 }]), trembling).length).toBe(1);
    expect(play(straight([{ deadband: 60 }]), [1522, 1560, 2020, 1980, 1020]).map((e) => e[3])).toEqual([
      64, 127, 0,
    ]);
  });
  it('keeps under its rate, and catches up with the newest value', () => {
    const rising = Array.from({ length: 100 }, (_, i) => 1020 + 10 * i);
    const events = play(straight([{ perSecond: 100 }]), [...rising, 2020, ...new Array(20).fill(2020)]);
    for (let i = 1; i < events.length; i++) expect(events[i][0] - events[i - 1][0]).toBe(10_000);
    expect(events[events.length - 1][3]).toBe(127);
  });
});

describe('a level that lay still for longer than its clock of 16 bits can tell', () => {
  it('sends its next change at once, frame by frame and in a whole take', () => {
    const instrument = straight([{ perSecond: 20 }]);
    // 66 ms after a message the clock reads half a millisecond again, well inside the interval of 50 ms.
    const still = [...new Array(66).fill(1000), 1522, ...new Array(65).fill(1522), 2020];
    const want = [
      [0, 0xb0, 2, 0],
      [66_000, 0xb0, 2, 64],
      [132_000, 0xb0, 2, 127],
    ];
    expect(play(instrument, still)).toEqual(want);
    const program = compile(instrument, ['breath']);
    const state = start(program);
    const out = new Uint8Array(program.maxBytes);
    const single = still.flatMap((count, i) =>
      splitMessages(out.subarray(0, step(program, state, i * 1000, [count], 0, out))).map((m) => [
        i * 1000,
        ...m,
      ]),
    );
    expect(single).toEqual(want);
  });
});

describe('a gate that plays a note', () => {
  const note = { kind: 'note', note: 62, velocity: { windowMs: 5, full: 520, from: 1, to: 127 } } as const;
  it('opens at on, closes below off, and not between', () => {
    const counts = [1019, 1020, 1012, 1012, 1012, 1012, 1012, 1010, 1009, 1015];
    expect(play(straight([note]), counts)).toEqual([
      [6000, 0x90, 62, 1],
      [8000, 0x80, 62, 64],
    ]);
  });
  it('takes velocity from the peak of its window: full at 520 above rest, half way at half', () => {
    const attack = (peak: number) => play(straight([note]), [1000, 1020, peak, 1020, 1020, 1020, 1020])[0][3];
    expect([attack(1520), attack(1270), attack(1021), attack(3000)]).toEqual([127, 64, 1, 127]);
  });
  it('plays a breath shorter than the window, on and off in one frame', () => {
    expect(play(straight([note]), [1000, 1300, 1000, 1000])).toEqual([
      [2000, 0x90, 62, 72],
      [2000, 0x80, 62, 64],
    ]);
  });
  it('sends the level before the note, so that the note starts at its loudness', () => {
    const events = play(
      straight([{}, { ...note, velocity: { ...note.velocity, windowMs: 0 } }]),
      [1000, 1520],
    );
    expect(events.map((e) => e[1])).toEqual([0xb0, 0xb0, 0x90]);
  });
  it('is ended by Silence and stays mute until it was let go once', () => {
    const program = compile(straight([note]), ['breath']);
    const state = start(program);
    const out = new Uint8Array(program.maxBytes);
    const at = (t: number, count: number) =>
      splitMessages(out.subarray(0, step(program, state, t, [count], 0, out)));
    at(0, 1500);
    expect(at(6000, 1500)).toEqual([[0x90, 62, 122]]);
    expect(splitMessages(out.subarray(0, silence(program, state, out)))).toEqual([[0x80, 62, 64]]);
    expect([...at(7000, 1500), ...at(20_000, 1900), ...at(21_000, 1000)]).toEqual([]);
    at(22_000, 1500);
    expect(at(28_000, 1500)).toEqual([[0x90, 62, 122]]);
  });
});

describe('for any valid instrument and any take', () => {
  const seeds = fc.integer({ min: 1, max: 2 ** 31 });
  it('no note ends that did not begin, none begins twice, and after Silence none is on', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const instrument = randomInstrument(seed);
        const take = randomTake(instrument, 600, seed + 1);
        const sounding = new Map<string, number>();
        for (const { bytes } of render(instrument, take).events) {
          const kind = bytes[0] & 0xf0;
          const key = `${bytes[0] & 15} ${bytes[1]}`;
          if (kind === 0x90) {
            expect(bytes[2]).toBeGreaterThan(0);
            sounding.set(key, (sounding.get(key) ?? 0) + 1);
          }
          if (kind === 0x80) sounding.set(key, (sounding.get(key) ?? 0) - 1);
          expect(sounding.get(key) ?? 0).toBeGreaterThanOrEqual(0);
        }
        expect([...sounding.values()].every((n) => n === 0)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
  it('data bytes are seven bits, and no step writes more than it said', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const instrument = randomInstrument(seed);
        const take = randomTake(instrument, 300, seed + 2);
        const program = compile(instrument, take.channels);
        const state = start(program);
        const out = new Uint8Array(program.maxBytes + 8).fill(0xee);
        for (let i = 0; i < take.tUs.length; i++) {
          const n = step(program, state, take.tUs[i], take.counts, i * take.channels.length, out);
          expect(n).toBeLessThanOrEqual(program.maxBytes);
          for (const m of splitMessages(out.subarray(0, n)))
            expect(m.slice(1).every((b) => b < 128)).toBe(true);
        }
        expect(out.subarray(program.maxBytes).every((b) => b === 0xee)).toBe(true);
      }),
      { numRuns: 40 },
    );
  });
  it('a take played in two pieces gives what it gives in one', () => {
    const instrument = randomInstrument(77);
    const take = randomTake(instrument, 800, 78);
    const program = compile(instrument, take.channels);
    const w = take.channels.length;
    const state = start(program);
    const part = (from: number, to: number) =>
      run(
        program,
        { ...take, tUs: take.tUs.subarray(from, to), counts: take.counts.subarray(from * w, to * w) },
        state,
      );
    expect([...part(0, 333), ...part(333, 800)]).toEqual(run(program, take));
  });
  it('a whole take gives what it gives frame by frame', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const instrument = randomInstrument(seed);
        // Longer than what stepMany takes in one go; silent for a second here and there.
        const take = randomTake(instrument, 2500, seed + 3);
        take.tUs = take.tUs.map((t, i) => t + 1_000_003 * Math.floor(i / 700));
        const program = compile(instrument, take.channels);
        const state = start(program);
        const out = new Uint8Array(program.maxBytes);
        const single = Array.from(take.tUs, (tUs, i) => {
          const bytes = step(program, state, tUs, take.counts, i * take.channels.length, out);
          return splitMessages(out.subarray(0, bytes)).map((m) => ({ tUs, bytes: m }));
        }).flat();
        const whole = start(program);
        expect(run(program, take, whole)).toEqual(single);
        expect(whole).toEqual(state);
      }),
      { numRuns: 40 },
    );
  });
});

describe('rendering a take', () => {
  it('counts notes, messages and the busiest second, and ends what is held', () => {
    const note = { kind: 'note', note: 62, velocity: { windowMs: 0, full: 520, from: 1, to: 127 } } as const;
    const { events, metrics, findings } = render(straight([note]), frames([1000, 1500, 1000, 1500, 1500]));
    expect(metrics).toEqual({ seconds: 0.004, notes: 2, messages: 4, bytes: 12, busiestBytesPerSecond: 12 });
    expect(events[3]).toEqual({ tUs: 4000, bytes: [0x80, 62, 64] });
    expect(findings.map((f) => f.code)).toEqual(['held-at-end']);
  });
  it('says which sensors stay silent, and why', () => {
    const instrument = straight([{}]);
    delete instrument.sensors[0].calibration;
    expect(render(instrument, frames([1, 2])).findings.map((f) => f.code)).toEqual(['not-calibrated']);
    expect(
      render(straight([{}]), { ...frames([1, 2]), channels: ['other'] }).findings.map((f) => f.code),
    ).toEqual(['no-column']);
  });
  it('channels of an instrument are its sensors’, in order', () => {
    expect(channelsOf(straight([]))).toEqual(['breath']);
  });
});
