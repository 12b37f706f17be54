import { levelsOf } from '../ways/level/level-of';
import { levelOf } from '../ways/registry';
import { describe, expect, it } from 'vitest';
import { breathController, breathNote, identityInstrument, levelWith } from '../testing/identity-response';
import { awake, playAfterRest } from '../testing/play';
import { levelReader } from '../ways/level/reader';
import { levelFaults, noteFaults } from '../testing/handbook-oracle';
import { oracleCase, type OracleCase } from '../testing/oracle-cases';
import { compile } from '../compile/compile';
import { columnsOf } from '../instrument/access';
import type { Instrument } from '../instrument/document';
import { random } from '../signal/random';
import { splitMessages } from '../midi/messages';
import { silence } from './play';
import { run } from './run';
import { scaleOf, shareOf } from './scale';
import { many } from '../testing/many';

/** The same with another noise, σ in counts. */
function withNoise(noise: number, instrument: Instrument): Instrument {
  const [sensor] = instrument.sensors;
  sensor.calibration = levelWith(levelsOf(sensor)!, { noise });
  return instrument;
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
  const controller = (change = {}) => identityInstrument([breathController(change)]);
  it('reads 0 at the dead zone, 127 at reach and beyond, and each step at its place', () => {
    expect(playAfterRest(controller(), [1000, 1020, 1522, 2020, 4095])).toEqual([
      [2000, 0xb0, 2, 64],
      [3000, 0xb0, 2, 127],
    ]);
  });
  it('rounds half up to the nearest of 128 steps over the whole travel', () => {
    const read = levelReader(levelOf(controller().sensors[0])!, { family: 'straight' });
    for (let count = 1020; count <= 2020; count++)
      expect(Math.abs(read(count).step - (127 * (count - 1020)) / 1000)).toBeLessThan(0.51);
  });
  it('sends 14 bits high byte first, and the high byte only when it changed', () => {
    const events = playAfterRest(controller({ bits: 14 }), [1528, 1535, 2020]);
    expect(events.map((e) => e.slice(1))).toEqual([
      [0xb0, 2, 65],
      [0xb0, 34, expect.any(Number)],
      [0xb0, 34, expect.any(Number)],
      [0xb0, 2, 127],
      [0xb0, 34, 127],
    ]);
  });
  it('goes out as channel pressure, two bytes, on the channel of its zone', () => {
    const instrument = identityInstrument([
      { id: 'p', is: 'pressure', source: { sensor: 'breath', port: 'breath' }, side: 'both', zone: 'main' },
    ]);
    instrument.zones = [{ is: 'single', id: 'main', channel: 4 }];
    expect(playAfterRest(instrument, [2020])).toEqual([[0, 0xd3, 127]]);
  });
  it('keeps to its range', () => {
    const values = playAfterRest(controller({ from: 20, to: 100 }), [4000, 1000]).map((e) => e[3]);
    expect(values).toEqual([100, 20]);
  });
  it('sends only on change, and past a deadband only changes that are worth it, but always the ends', () => {
    // A step is 7.87 counts wide; ± 3 counts around a border flicker without a deadband.
    const trembling = [1517, 1523, 1517, 1523, 1517, 1523];
    expect(playAfterRest(withNoise(0, controller()), trembling).length).toBeGreaterThan(3);
    expect(playAfterRest(withNoise(0, controller({ deadband: 2 })), trembling).length).toBe(1);
    const swing = [1522, 1560, 2020, 1980, 1020];
    expect(playAfterRest(controller({ deadband: 60 }), swing).map((e) => e[3])).toEqual([64, 127, 0]);
  });
  it('is not moved by noise at the edge of a step', () => {
    const r = random(5);
    const hovering = Array.from({ length: 10_000 }, () => Math.round(1519.6 + r.gauss()));
    const messages = (noise: number) => playAfterRest(withNoise(noise, controller()), hovering).length;
    expect(messages(0)).toBeGreaterThan(1000);
    expect(messages(1)).toBeLessThan(30);
  });
  it('keeps under its rate, and catches up with the newest value', () => {
    const rising = Array.from({ length: 100 }, (_, i) => 1030 + 10 * i);
    const events = playAfterRest(controller({ perSecond: 100 }), [...rising, ...new Array(21).fill(2020)]);
    for (let i = 1; i < events.length; i++) expect(events[i][0] - events[i - 1][0]).toBe(10_000);
    expect(events[events.length - 1][3]).toBe(127);
  });
});

describe('a gate that plays a note', () => {
  const note = (windowMs = 5) => identityInstrument([breathNote(windowMs)]);
  it('opens at on, closes below off, and not between', () => {
    const counts = [1019, 1020, 1012, 1012, 1012, 1012, 1012, 1010, 1009, 1015];
    expect(playAfterRest(note(), counts)).toEqual([
      [6000, 0x90, 62, 1],
      [8000, 0x80, 62, 64],
    ]);
  });
  it('takes velocity from the peak of its window: full at 520 above rest, half way at half', () => {
    const attack = (peak: number) => playAfterRest(note(), [1000, 1020, peak, 1020, 1020, 1020, 1020])[0][3];
    expect([attack(1520), attack(1270), attack(1021), attack(3000)]).toEqual([127, 64, 1, 127]);
  });
  it('plays a breath shorter than the window, on and off in one frame', () => {
    expect(playAfterRest(note(), [1000, 1300, 1000, 1000])).toEqual([
      [2000, 0x90, 62, 72],
      [2000, 0x80, 62, 64],
    ]);
  });
  it('sends the level before the note, so that the note starts at its loudness', () => {
    const both = identityInstrument([breathController(), breathNote(0)]);
    expect(playAfterRest(both, [1520]).map((e) => e[1])).toEqual([0xb0, 0x90]);
  });
  it('is ended by Silence and stays mute until it was let go once', () => {
    const { at, e } = awake(note());
    at(0, [1500]);
    expect(at(6000, [1500])).toEqual([[0x90, 62, 122]]);
    expect(splitMessages(e.out.subarray(0, silence(e)))).toEqual([[0x80, 62, 64]]);
    expect([...at(7000, [1500]), ...at(20_000, [1900]), ...at(21_000, [1000])]).toEqual([]);
    at(22_000, [1500]);
    expect(at(28_000, [1500])).toEqual([[0x90, 62, 122]]);
  });
  it('ends on the channel and the note that it began with, whatever the image says by then', () => {
    const { at, e } = awake(note(0));
    at(0, [1500]);
    Object.assign(e.image.note_lanes[0], { channel: 5, note: 70 });
    expect(at(1000, [1000])).toEqual([[0x80, 62, 64]]);
  });
});

describe('time, at any scan rate', () => {
  const slow = (periodUs: number) =>
    playAfterRest(
      identityInstrument([breathNote(60)]),
      new Array<number>(200).fill(1500),
      1000,
      periodUs,
    ).map(([tUs]) => tUs);
  it('a window of 60 ms ends at the first scan after it: of 20, of 30 or of 1000 a second', () => {
    expect([slow(50_000), slow(33_333), slow(1000)]).toEqual([[100_000], [66_666], [60_000]]);
  });
  it('a pause ends a window and an interval, however often the clock has turned meanwhile', () => {
    for (const pauseUs of [600_000, 1_048_576, 1_060_000, 3_200_000, 2 ** 31 + 5]) {
      const { at } = awake(identityInstrument([breathController({ perSecond: 20 }), breathNote(60)]));
      at(0, [1500]);
      expect(at(pauseUs, [1900]).map((m) => m[0])).toEqual([0xb0, 0x90]);
    }
  });
});

describe('the wire', () => {
  const crowded = (midiBaud: number) => {
    const controllers = Array.from({ length: 12 }, (_, i) => breathController({ controller: 20 + i }));
    return identityInstrument([...controllers, breathNote(0)], { midiBaud });
  };
  it('lets levels wait once it is two messages behind, in rotation, and never a note', () => {
    // What power-up sends is through by then.
    const rest = new Array<number>(40).fill(1000);
    const events = playAfterRest(crowded(31_250), [...rest, ...new Array<number>(60).fill(1600)]).filter(
      ([tUs]) => tUs >= 40_000,
    );
    // Two messages of 960 µs are let through at once, then one a millisecond as the wire drains.
    const first = events.filter(([tUs]) => tUs === 40_000).map((e) => e.slice(1, 3));
    expect(first).toEqual([
      [0xb0, 20],
      [0xb0, 21],
      [0x90, 62],
    ]);
    const order = events.filter((e) => e[1] === 0xb0).map((e) => e[2]);
    expect(order).toEqual(Array.from({ length: 12 }, (_, i) => 20 + i));
  });
  it('ends at the newest value, on any wire', () => {
    const wandering = Array.from({ length: 80 }, (_, i) => 1100 + ((i * 37) % 800));
    for (const baud of [9600, 31_250, 12_000_000]) {
      const events = playAfterRest(crowded(baud), [...wandering, ...new Array<number>(120).fill(1522)]);
      for (let c = 20; c < 32; c++) expect(events.filter((e) => e[2] === c).at(-1)![3]).toBe(64);
    }
  });
});

describe('hold-off', () => {
  const held = (holdOffMs: number) => {
    const instrument = identityInstrument([breathNote(0)]);
    Object.assign(instrument.sensors[0].calibration!, { holdOffMs });
    return instrument;
  };
  // Opens early on noise, falls back, rises for good; on the way down falls below "off" and is thrown up once more.
  const trembling = [1021, 1005, 1014, 1015, 1030, 1300, 1300, 1300, 1008, 1022, 1004, 1000, 1000, 1000];
  const kinds = (holdOffMs: number) =>
    playAfterRest(held(holdOffMs), trembling).map(([tUs, status]) => [tUs / 1000, status]);
  it('keeps a gate open, and then closed, for so long: one stroke is one note', () => {
    expect(kinds(0)).toHaveLength(6);
    expect(kinds(4)).toEqual([
      [0, 0x90],
      [8, 0x80],
    ]);
  });
  it('costs no note further apart than that', () => {
    const strokes = [...new Array(6).fill(1300), ...new Array(6).fill(1000)];
    expect(playAfterRest(held(5), [...strokes, ...strokes])).toHaveLength(4);
  });
});

describe('against the handbook in floating point (core/testing/handbook-oracle.ts)', () => {
  const said = ({ instrument, take }: OracleCase) =>
    run(compile(instrument, instrument.boards[0], columnsOf(instrument)), take).map((e) => ({
      frame: e.tUs / 1000,
      bytes: e.bytes,
    }));
  it.each(['controller', 'fine'] as const)(
    'levels read what they should after every frame, within the error that docs/engine.md states: %s',
    (is) => {
      let values = 0;
      for (let seed = 1; seed <= many(40); seed++) {
        const one = oracleCase(seed, is);
        expect(levelFaults(one.instrument, one.take, said(one)), `seed ${seed}`).toEqual([]);
        values += said(one).length;
      }
      expect(values).toBeGreaterThan(many(4500));
    },
  );
  it('notes begin and end at their frames, as loud as they should', () => {
    let notes = 0;
    for (let seed = 1; seed <= many(50); seed++) {
      const one = oracleCase(seed, 'note');
      expect(noteFaults(one.instrument, one.take, said(one)), `seed ${seed}`).toEqual([]);
      notes += said(one).length;
    }
    expect(notes).toBeGreaterThan(many(450));
  });
});
