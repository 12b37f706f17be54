import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { randomInstrument, randomTake } from '@/core/testing/random-instruments';
import type { Instrument } from '../instrument/document';
import { identityInstrument } from '../testing/identity-response';
import { splitMessages } from '../midi/messages';
import { levelFaults, noteFaults } from '../testing/handbook-oracle';
import { oracleCase, type OracleCase } from '../testing/oracle-cases';
import type { Frames } from '../signal/take';
import { channelsOf, compile } from './compile';
import { distanceOf, responseOf, sideOf, stepOf } from './level';
import { render } from '../prove/render';
import { run } from './run';
import { scaleOf, shareOf } from './scale';
import { DISCARDED_SCANS, start } from './state';
import { silence } from './gate';
import { step } from './step';

const frames = (counts: number[], periodUs = 1000): Frames => ({
  channels: ['breath'],
  tUs: Float64Array.from(counts, (_, i) => i * periodUs),
  counts: Uint16Array.from(counts),
});
/** Scans of power-up: some are discarded, then 27 are looked at (start-up.ts). */
const START_UP = DISCARDED_SCANS + 27;
/** What counts play after a power-up at rest, its first messages left out; time 0 is the first count's. */
function play(instrument: Instrument, counts: number[], periodUs = 1000) {
  const take = frames([...new Array<number>(START_UP).fill(1000), ...counts], periodUs);
  return run(compile(instrument, ['breath']), take)
    .map((e) => [e.tUs - START_UP * periodUs, ...e.bytes])
    .filter(([tUs]) => tUs >= 0);
}

/** An instrument played frame by frame, after a power-up at rest. */
function awake(instrument: Instrument) {
  const program = compile(instrument, ['breath']);
  const state = start(program);
  const out = new Uint8Array(program.maxBytes);
  const at = (tUs: number, count: number) =>
    splitMessages(out.subarray(0, step(program, state, tUs, [count], 0, out)));
  for (let i = START_UP; i > 0; i--) at(2 ** 32 - 1000 * i, 1000);
  return { at, state, out, program };
}

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
    const events = play(identityInstrument([{}]), [1000, 1020, 1522, 2020, 4095]);
    expect(events).toEqual([
      [2000, 0xb0, 2, 64],
      [3000, 0xb0, 2, 127],
    ]);
  });
  it('rounds half up to the nearest of 128 steps over the whole travel', () => {
    const program = compile(identityInstrument([{}]), ['breath']);
    const input = program.inputs[0];
    for (let count = 1020; count <= 2020; count++) {
      const y = responseOf(input, program.tableBits, sideOf(input, count), distanceOf(input, count));
      expect(Math.abs(stepOf(0, 127, y) - (127 * (count - 1020)) / 1000)).toBeLessThan(0.51);
    }
  });
  it('sends 14 bits high byte first, and the high byte only when it changed', () => {
    const events = play(identityInstrument([{ bits: 14 }]), [1530, 1531, 2020]);
    expect(events.map((e) => e.slice(1))).toEqual([
      [0xb0, 2, 65],
      [0xb0, 34, expect.any(Number)],
      [0xb0, 34, expect.any(Number)],
      [0xb0, 2, 127],
      [0xb0, 34, 127],
    ]);
  });
  it('goes out as channel pressure, two bytes, on its channel', () => {
    expect(play(identityInstrument([{ kind: 'pressure', channel: 4 }]), [2020])).toEqual([[0, 0xd3, 127]]);
  });
  it('keeps to its range', () => {
    expect(play(identityInstrument([{ from: 20, to: 100 }]), [4000, 1000]).map((e) => e[3])).toEqual([
      100, 20,
    ]);
  });
  it('sends only on change, and past a deadband only changes that are worth it, but always the ends', () => {
    // A step is 7.87 counts wide; ± 6 counts around a border flickers without a deadband.
    const trembling = [1520, 1526, 1520, 1526, 1520, 1526];
    expect(play(identityInstrument([{}]), trembling).length).toBeGreaterThan(3);
    expect(play(identityInstrument([{ deadband: 1.5 }]), trembling).length).toBe(1);
    expect(
      play(identityInstrument([{ deadband: 60 }]), [1522, 1560, 2020, 1980, 1020]).map((e) => e[3]),
    ).toEqual([64, 127, 0]);
  });
  it('keeps under its rate, and catches up with the newest value', () => {
    const rising = Array.from({ length: 100 }, (_, i) => 1030 + 10 * i);
    const events = play(identityInstrument([{ perSecond: 100 }]), [
      ...rising,
      2020,
      ...new Array(20).fill(2020),
    ]);
    for (let i = 1; i < events.length; i++) expect(events[i][0] - events[i - 1][0]).toBe(10_000);
    expect(events[events.length - 1][3]).toBe(127);
  });
});

describe('a gate that plays a note', () => {
  const note = { kind: 'note', note: 62, velocity: { windowMs: 5, full: 520, from: 1, to: 127 } } as const;
  it('opens at on, closes below off, and not between', () => {
    const counts = [1019, 1020, 1012, 1012, 1012, 1012, 1012, 1010, 1009, 1015];
    expect(play(identityInstrument([note]), counts)).toEqual([
      [6000, 0x90, 62, 1],
      [8000, 0x80, 62, 64],
    ]);
  });
  it('takes velocity from the peak of its window: full at 520 above rest, half way at half', () => {
    const attack = (peak: number) =>
      play(identityInstrument([note]), [1000, 1020, peak, 1020, 1020, 1020, 1020])[0][3];
    expect([attack(1520), attack(1270), attack(1021), attack(3000)]).toEqual([127, 64, 1, 127]);
  });
  it('plays a breath shorter than the window, on and off in one frame', () => {
    expect(play(identityInstrument([note]), [1000, 1300, 1000, 1000])).toEqual([
      [2000, 0x90, 62, 72],
      [2000, 0x80, 62, 64],
    ]);
  });
  it('sends the level before the note, so that the note starts at its loudness', () => {
    const events = play(
      identityInstrument([{}, { ...note, velocity: { ...note.velocity, windowMs: 0 } }]),
      [1520],
    );
    expect(events.map((e) => e[1])).toEqual([0xb0, 0x90]);
  });
  it('is ended by Silence and stays mute until it was let go once', () => {
    const { at, state, out } = awake(identityInstrument([note]));
    at(0, 1500);
    expect(at(6000, 1500)).toEqual([[0x90, 62, 122]]);
    expect(splitMessages(out.subarray(0, silence(state, out)))).toEqual([[0x80, 62, 64]]);
    expect([...at(7000, 1500), ...at(20_000, 1900), ...at(21_000, 1000)]).toEqual([]);
    at(22_000, 1500);
    expect(at(28_000, 1500)).toEqual([[0x90, 62, 122]]);
  });
});

describe('time, at any scan rate', () => {
  const note = { kind: 'note', note: 62, velocity: { windowMs: 60, full: 520, from: 1, to: 127 } } as const;
  const slow = (periodUs: number) =>
    play(identityInstrument([note]), [...new Array<number>(200).fill(1500)], periodUs).map(([tUs]) => tUs);
  it('a window of 60 ms ends at the first scan after it: of 20, of 30 or of 1000 a second', () => {
    expect([slow(50_000), slow(33_333), slow(1000)]).toEqual([[100_000], [66_666], [60_000]]);
  });
  it('a pause ends a window and an interval, however often the clock has turned meanwhile', () => {
    for (const pauseUs of [600_000, 1_048_576, 1_060_000, 3_200_000, 2 ** 31 + 5]) {
      const { at } = awake(identityInstrument([{ perSecond: 20 }, note]));
      at(0, 1500);
      expect(at(pauseUs, 1900).map((m) => m[0])).toEqual([0xb0, 0x90]);
    }
  });
});

describe('power-up', () => {
  const note = { kind: 'note', note: 62, velocity: { windowMs: 0, full: 520, from: 1, to: 127 } } as const;
  const instrument = identityInstrument([note, {}]);
  const still = (count: number) => new Array<number>(START_UP).fill(count);
  const notes = (counts: number[]) =>
    run(compile(instrument, ['breath']), frames(counts))
      .filter((e) => e.bytes[0] >> 5 === 4)
      .map((e) => [e.tUs / 1000, e.bytes[0]]);
  it('discards the first scans: a first sample of 0, or at the rail, plays nothing', () => {
    for (const first of [0, 4095]) expect(notes([...new Array(5).fill(first), ...still(1000)])).toEqual([]);
  });
  it('takes rest anew where it moved by up to twice "off", and moves it by "off" at most: a stroke is one note, which ends', () => {
    // On is 20 counts from rest, off 10.
    for (const moved of [5, 10, 15, 19]) {
      const at = 1000 + moved;
      const shift = Math.min(10, moved);
      expect(notes([...still(at), 1020 + shift, at, at]), `moved by ${moved}`).toEqual([
        [32, 0x90],
        [33, 0x80],
      ]);
      expect(notes([...still(at), 1019 + shift, at])).toEqual([]);
    }
  });
  it('lets no note begin that could not end, where rest has moved further, until it is back', () => {
    for (const moved of [20, 25, 200]) {
      const at = 1000 + moved;
      expect(notes([...still(at), at + 300, at, at + 300, at]), `moved by ${moved}`).toEqual([]);
      expect(notes([...still(at), 1000, 1300, 1000])).toHaveLength(2);
    }
  });
  it('leaves rest alone where it moved by less than its median can tell, and for an outlier or two', () => {
    const tapped = still(1000).map((count, i) => (i === 9 || i === 20 ? 1018 : count));
    for (const look of [still(1002), tapped]) expect(notes([...look, 1020, 1000])).toHaveLength(2);
  });
  it('is over at once when something moves: the first stroke is heard, and rest is not taken from it', () => {
    expect(notes([...still(1000).slice(0, 12), 1300, 1300, 1000, ...still(1000), 1020, 1000])).toEqual([
      [12, 0x90],
      [14, 0x80],
      [47, 0x90],
      [48, 0x80],
    ]);
  });
  it('keeps a gate that is held open at power-up mute until it is let go', () => {
    expect(
      notes([...still(1500), 1500, 1000, ...still(1000), 1500, 1000]).map(([, status]) => status),
    ).toEqual([0x90, 0x80]);
  });
});

describe('hold-off', () => {
  const note = { kind: 'note', note: 62, velocity: { windowMs: 0, full: 520, from: 1, to: 127 } } as const;
  const held = (holdOffMs: number) => {
    const instrument = identityInstrument([note]);
    instrument.sensors[0].calibration!.holdOffMs = holdOffMs;
    return instrument;
  };
  // Opens early on noise, falls back, rises for good; on the way down falls below "off" and is thrown up once more.
  const trembling = [1021, 1005, 1014, 1015, 1030, 1300, 1300, 1300, 1008, 1022, 1004, 1000, 1000, 1000];
  const kinds = (holdOffMs: number) =>
    play(held(holdOffMs), trembling).map(([tUs, status]) => [tUs / 1000, status]);
  it('keeps a gate open, and then closed, for so long: one stroke is one note', () => {
    expect(kinds(0)).toHaveLength(6);
    expect(kinds(4)).toEqual([
      [0, 0x90],
      [8, 0x80],
    ]);
  });
  it('costs no note further apart than that', () => {
    const strokes = [...new Array(6).fill(1300), ...new Array(6).fill(1000)];
    expect(play(held(5), [...strokes, ...strokes])).toHaveLength(4);
  });
});

describe('a note that sounds', () => {
  it('ends on the channel and the note that it began with, whatever the program says by then', () => {
    const note = { kind: 'note', note: 62, velocity: { windowMs: 0, full: 520, from: 1, to: 127 } } as const;
    const { at, program } = awake(identityInstrument([note]));
    at(0, 1500);
    Object.assign(program.inputs[0].gates[0], { channel: 5, note: 70 });
    expect(at(1000, 1000)).toEqual([[0x80, 62, 64]]);
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

describe('against the handbook in floating point (core/testing/handbook-oracle.ts)', () => {
  const said = ({ instrument, take }: OracleCase) =>
    run(compile(instrument, take.channels), take).map((e) => ({ frame: e.tUs / 1000, bytes: e.bytes }));
  it('levels read what they should after every frame, within the error that docs/engine.md states', () => {
    let values = 0;
    for (let seed = 1; seed <= 150; seed++) {
      const one = oracleCase(seed, 'controller');
      expect(levelFaults(one.instrument, one.take, said(one)), `seed ${seed}`).toEqual([]);
      values += said(one).length;
    }
    expect(values).toBeGreaterThan(20_000);
  });
  it('notes begin and end at their frames, as loud as they should', () => {
    let notes = 0;
    for (let seed = 1; seed <= 150; seed++) {
      const one = oracleCase(seed, 'note');
      expect(noteFaults(one.instrument, one.take, said(one)), `seed ${seed}`).toEqual([]);
      notes += said(one).length;
    }
    expect(notes).toBeGreaterThan(1500);
  });
});

describe('rendering a take', () => {
  it('counts notes, messages and the busiest second, and ends what is held', () => {
    const note = { kind: 'note', note: 62, velocity: { windowMs: 0, full: 520, from: 1, to: 127 } } as const;
    const counts = [...new Array<number>(START_UP).fill(1000), 1500, 1000, 1500, 1500];
    const { events, metrics, findings } = render(identityInstrument([note]), frames(counts));
    expect(metrics).toEqual({ seconds: 0.035, notes: 2, messages: 4, bytes: 12, busiestBytesPerSecond: 12 });
    expect(events[3]).toEqual({ tUs: 35_000, bytes: [0x80, 62, 64] });
    expect(findings.map((f) => f.code)).toEqual(['held-at-end']);
  });
  it('says which sensors stay silent, and why', () => {
    const instrument = identityInstrument([{}]);
    delete instrument.sensors[0].calibration;
    expect(render(instrument, frames([1, 2])).findings.map((f) => f.code)).toEqual(['not-calibrated']);
    expect(
      render(identityInstrument([{}]), { ...frames([1, 2]), channels: ['other'] }).findings.map(
        (f) => f.code,
      ),
    ).toEqual(['no-column']);
  });
  it('channels of an instrument are its sensors’, in order', () => {
    expect(channelsOf(identityInstrument([]))).toEqual(['breath']);
  });
});
