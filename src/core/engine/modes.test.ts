import { describe, expect, it } from 'vitest';
import { compile } from '../compile/compile';
import type { Instrument } from '../instrument/document';
import type { Selector } from '../instrument/scenes';
import type { Join, Voice } from '../instrument/voices';
import { MessageReader } from '../midi/message-reader';
import { bankNotes, instrumentOf, touchPads } from '../testing/bank-instruments';
import { readFileSync } from 'node:fs';
import { bellowsOf } from '../testing/bellows';
import { SEED } from '../testing/many';
import { awake } from '../testing/play';
import { randomServed } from '../testing/random-instruments';
import { randomTake } from '../testing/random-takes';
import { endChannelOwed, silence } from './play';
import { playMany } from './play-many';
import { startEngine } from './start';

const NOTES = [60, 62, 64, 65];
const REST = [300, 300, 300, 300];

/** Four pads, of which the last does something. */
function desk(does: Partial<Selector>, change: Partial<Instrument> = {}): Instrument {
  const pads = touchPads(NOTES);
  const instrument = instrumentOf([pads], [bankNotes(pads, 'touch')]);
  instrument.voices[0].id = 'all';
  instrument.selectors = [{ gate: { sensor: 'pads', port: 'touch', lane: 'p3' }, ...does }];
  return { ...instrument, ...change };
}

/** What is sent while pads are touched, one list of their places a frame; of the last pad's own note nothing. */
function sent(instrument: Instrument, touched: readonly (readonly number[])[]): number[][] {
  const { at } = awake(instrument, REST);
  return touched
    .flatMap((own, i) =>
      at(
        1000 * i,
        REST.map((rest, pad) => (own.includes(pad) ? rest + 100 : rest)),
      ),
    )
    .filter(([status, note]) => status >= 0xf0 || ![65, 77, 67, 125].includes(note));
}

const on = (note: number) => [0x90, note, 100];
const off = (note: number) => [0x80, note, 64];

describe('a pad that changes how the rest plays', () => {
  it('mutes voices: what sounds ends, what is touched is silent, and after it is touched again sounds again', () => {
    const instrument = desk({ mutes: ['all'] });
    expect(sent(instrument, [[0], [0, 3], [0], [0, 1], [0], [3], [], [1], []])).toEqual([
      ...[on(60), off(60)],
      ...[on(62), off(62)],
    ]);
  });
  it('shifts notes: those that sound end as they began, those that stay are not moved, those past MIDI’s are silent', () => {
    expect(sent(desk({ shift: 12 }), [[0], [0, 3], [0, 1], [1], [], []])).toEqual([
      ...[on(60), on(74), off(60), off(74)],
    ]);
    const held = desk({ shift: 12 });
    Object.assign(held.voices[0], { stays: true });
    expect(sent(held, [[3], [], [0], []])).toEqual([on(60), off(60)]);
    const high = desk({ shift: 60 });
    expect(sent(high, [[3], [], [3], [0], [], [1], []])).toEqual([on(120), off(120), on(122), off(122)]);
    const past = desk({ shift: 60 });
    past.sensors[0].lanes[1].note = 68;
    expect(sent(past, [[3], [], [1], [1], [0], []])).toEqual([on(120), off(120)]);
    expect(sent(desk({ shift: 0 }), [[3], [0], []])).toEqual([on(60), off(60)]);
  });
  it('two pads that shift meet: a note that another lane holds under its old number ends with the last', () => {
    const instrument = desk({ shift: 2 });
    // 60, held; then two higher: 60 of pad 0 and 62 of pad 1 were 60 and 62; pad 0 anew is 62.
    expect(sent(instrument, [[1], [1, 3], [1], [1, 0], [1], []])).toEqual([
      ...[on(62), off(62), on(62), off(62)],
    ]);
  });
  it('lets all begin anew: notes end, the first scene plays, nothing is muted or shifted', () => {
    const instrument = desk({ resets: true }, { scenes: ['a', 'b'].map((id) => ({ id, name: id })) });
    const lane = (own: string) => ({ sensor: 'pads', port: 'touch', lane: own });
    instrument.selectors!.push({ gate: lane('p2'), step: 1 }, { gate: lane('p2'), shift: 12 });
    const { e, at } = awake(instrument, REST);
    const touch = (ms: number, ...own: number[]) =>
      at(
        1000 * ms,
        REST.map((rest, pad) => (own.includes(pad) ? rest + 100 : rest)),
      );
    touch(0, 2);
    touch(1);
    expect([e.state.engine.scene, e.state.modes[0].shift]).toEqual([1, 140]);
    expect(touch(2, 0)).toEqual([on(72)]);
    expect(touch(3, 0, 3)).toEqual([on(77)]);
    expect(touch(4, 0, 3)).toEqual([off(72), off(77)]);
    expect([e.state.engine.scene, e.state.modes[0].shift]).toEqual([0, 128]);
    expect(touch(5, 3)).toEqual([]);
    expect(touch(6, 0, 3)).toEqual([on(60)]);
  });
});

describe('MIDI clock (MIDI 1.0 Detailed Specification, "System Real Time Messages": 24 a quarter)', () => {
  const clock = { board: 'board', bpm: 125, least: 60, most: 180 };
  it('comes every 20 ms at 125 a minute, none lost in a minute, none later than a scan of 3 ms', () => {
    const take = {
      channels: ['p0', 'p1', 'p2', 'p3'],
      tUs: Float64Array.from({ length: 20_000 }, (_, i) => 3000 * i),
      counts: new Uint16Array(80_000).fill(300),
    };
    const times: number[] = [];
    playMany(startEngine(compile(desk({ transport: 'start' }, { clock }))), take, (tUs, out, n) => {
      if (n === 1 && out[0] === 0xf8) times.push(tUs);
    });
    expect(times).toHaveLength(3000);
    times.forEach((tUs, i) => {
      const late = tUs - (times[0] + 20_000 * i);
      expect(late >= 0 && late < 3000).toBe(true);
    });
  });
  it('starts with its first clock, stops, goes faster, and as a level says', () => {
    const instrument = desk({ transport: 'toggle' }, { clock });
    const said = sent(
      instrument,
      Array.from({ length: 90 }, (_, i) => (i === 10 || i === 50 ? [3] : [])),
    ).map(([byte]) => byte);
    const start = said.indexOf(0xfa);
    expect(said[start + 1]).toBe(0xf8);
    expect(said.indexOf(0xfc)).toBeGreaterThan(start + 2);
    const { e, at } = awake(desk({ tempo: 5 }, { clock }), REST);
    for (const ms of [0, 2, 4])
      for (const pad of [400, 300]) at(1000 * (ms + Number(pad < 400)), [300, 300, 300, pad]);
    at(6000, REST);
    expect(e.state.tempos[0].tempo + clock.least).toBe(125 + 3 * 5);
  });
  it('goes as it is tapped: by two taps at once, by more the closer; a pause, and another tempo, begin anew', () => {
    const { e, at } = awake(desk({ taps: true }, { clock }), REST);
    let ms = 0;
    /** A tap so long after the one before. @returns beats a minute */
    const tap = (later: number) => {
      ms += later;
      // What is tapped comes with the next frame.
      [400, 400, 300].forEach((count, later) => at(1000 * (ms + later), [300, 300, 300, count]));
      return e.state.tempos[0].tempo + clock.least;
    };
    expect(tap(10)).toBe(125);
    for (const bpm of [60, 61, 90, 143, 171, 180]) {
      const beat = Math.round(60_000 / bpm);
      expect([tap(3000), tap(beat)].at(-1), `${bpm}`).toBe(Math.round(60_000 / beat));
    }
    // Past what it can be.
    tap(4000);
    expect([tap(1200), tap(1200), tap(200), tap(200)]).toEqual([60, 60, 180, 180]);
    // A hand that is 12 ms off from beat to beat.
    tap(4000);
    const uneven = [412, 388, 412, 388, 412, 388, 412, 388].map(tap);
    expect(uneven[0]).toBe(Math.round(60_000 / 412));
    expect(Math.abs(uneven.at(-1)! - 150)).toBeLessThanOrEqual(2);
  });
  it('an own clock keeps that of an input out', () => {
    const inputs = [{ id: 'in', name: 'In', board: 'board' }];
    expect(compile(desk({ resets: true }, { clock, inputs })).ports[0].how & 1).toBe(0);
    expect(compile(desk({ resets: true }, { inputs })).ports[0].how & 1).toBe(1);
  });
});

describe('routes', () => {
  const of = (voice: Partial<Voice>): number[][] => {
    const instrument = bellowsOf(JSON.parse(readFileSync('demo/wherry.json', 'utf8')));
    const own = instrument.voices.find(({ is }) => is === 'controller')!;
    instrument.voices = [{ ...own, deadband: 0, perSecond: 1000, ...voice } as Voice];
    const { rest, up } = (
      instrument.sensors[0].calibration as never as {
        lanes: { rest: number; up: { reach: number } }[];
      }
    ).lanes[0];
    const { at } = awake(instrument, [rest]);
    return [...at(50_000, [rest + up.reach + 9]), ...at(100_000, [rest])];
  };
  it('a parameter of the receiver’s own, of 14 bits: 99 and 98 name it, 6 and 38 give its value (MIDI 1.0, "Registered and Non-Registered Parameter Numbers")', () => {
    // Up to its reach, then back to rest.
    const fine = of({ is: 'parameter', parameter: 0x1234, bits: 14 } as never);
    expect(fine.flat().join(' ')).toBe(
      [99, 0x24, 98, 0x34, 6, 127, 38, 127, 99, 0x24, 98, 0x34, 6, 0, 38, 0]
        .map((byte, i) => (i % 2 === 0 ? `176 ${byte}` : byte))
        .join(' '),
    );
    const coarse = of({ is: 'parameter', parameter: 1, registered: true } as never);
    expect(coarse.slice(-3).flat()).toEqual([0xb0, 101, 0, 0xb0, 100, 1, 0xb0, 6, 0]);
  });
  it('a program, and a value the other way round: both ends are sent', () => {
    expect(of({ is: 'program', from: 3, to: 40 } as never).flat()).toEqual([0xc0, 40, 0xc0, 3]);
    const turned = { is: 'controller', controller: 2, from: 100, to: 20 };
    expect(of(turned as never).flat()).toEqual([0xb0, 2, 20, 0xb0, 2, 100]);
    const fine = of({ ...turned, bits: 14, from: 16383, to: 0 } as never);
    expect(fine.flat()).toEqual([0xb0, 2, 0, 0xb0, 34, 0, 0xb0, 2, 127, 0xb0, 34, 127]);
  });
});

describe('two levels as one', () => {
  /** The same gauge twice; what its controller sends where they are so far, shares of their way. */
  const sends = (
    join: Join | undefined,
    shares: readonly [number, number, number?],
    more: object = {},
    drift = 0,
  ) => {
    const one = bellowsOf(JSON.parse(readFileSync('demo/wherry.json', 'utf8')));
    const [sensor] = one.sensors;
    const straight = [{ port: 'breath', family: 'straight' as const }];
    const sensors = ['a', 'b', 'c'].map((id) => ({
      ...{ ...sensor, id, responses: straight },
      lanes: [{ ...sensor.lanes[0], column: id }],
    }));
    const own = one.voices.find(({ is }) => is === 'controller')!;
    const source = { sensor: 'a', port: 'breath' };
    const voice = {
      ...own,
      is: 'controller',
      controller: 2,
      source,
      deadband: 0,
      perSecond: 1000,
      join,
      ...more,
    };
    const { rest: measured, up } = (
      sensor.calibration as never as { lanes: { rest: number; up: { reach: number; dead: number } }[] }
    ).lanes[0];
    const rest = Math.round(measured) + drift;
    const { at } = awake({ ...one, sensors, voices: [voice as Voice] }, [rest, rest, rest]);
    const count = (share = 0) => Math.round(rest + (share > 0 ? up.dead + share * (up.reach - up.dead) : 0));
    at(50_000, [rest, rest, rest]);
    return at(100_000, shares.map(count).concat(count(shares[2])).slice(0, 3)).at(-1)?.[2] ?? 0;
  };
  const b = { sensor: 'b', port: 'breath' };
  const c = { sensor: 'c', port: 'breath' };
  it.each([
    ['added', { by: 'sum', with: [b] }, [0.5, 0.25], 0.75],
    ['added past all', { by: 'sum', with: [b] }, [1, 1], 1],
    ['multiplied', { by: 'product', with: [b] }, [0.5, 0.5], 0.25],
    ['the larger', { by: 'larger', with: [b] }, [0.25, 0.75], 0.75],
    ['faded over, a quarter', { by: 'crossfade', with: [b, c] }, [1, 0.5, 0.25], 0.875],
  ] as const)('%s', (_, join, shares, want) => {
    const got = sends(join as unknown as Join, shares as never);
    expect(Math.abs(got - 127 * want)).toBeLessThanOrEqual(1);
  });
  it('from the rest that each has at power-up: a gauge that has moved since is joined as it is read alone', () => {
    const fine = (own?: Join) => sends(own, [0.5, 0], { bits: 14 }, 10);
    // The low byte: a rest that lies six counts off is 74 of it.
    expect(Math.abs(fine({ by: 'larger', with: [b] }) - fine())).toBeLessThanOrEqual(2);
  });
  it('one level over two destinations: the lower half of its way, and the upper', () => {
    const halves = ([x]: [number]) =>
      [
        [0, 0.5],
        [0.5, 1],
      ].map((between) => sends(undefined, [x, 0], { between }));
    expect(halves([0.25]).map((v) => Math.round(v / 12.7))).toEqual([5, 0]);
    expect(halves([0.75]).map((v) => Math.round(v / 12.7))).toEqual([10, 5]);
  });
});

/** Messages that are heard; higher to look further (scripts/soak.mjs): MODE_EVENTS=100000. */
const EVENTS = Number(process.env.MODE_EVENTS ?? 4000);

it(`whatever selects, mutes, shifts, begins anew, comes in, is cut or pulled out, nothing is left sounding at the end: random instruments, ${EVENTS} messages`, () => {
  let notes = 0;
  let events = 0;
  for (let seed = SEED; events < EVENTS; seed++) {
    const instrument = randomServed(seed);
    const e = startEngine(compile(instrument));
    const reader = new MessageReader();
    const sounding = new Map<number, number>();
    const hear = (bytes: number) => {
      for (const [status, first, second] of reader.read(e.out.subarray(0, bytes))) {
        events++;
        const key = ((status & 15) << 8) | first;
        if ((status & 0xf0) === 0x90 && second > 0) notes += Number(!!sounding.set(key, 1));
        else if ((status & 0xe0) === 0x80) sounding.delete(key);
        else if ((status & 0xf0) === 0xb0 && (first === 120 || first >= 123))
          for (const own of [...sounding.keys()])
            if (own >> 8 === (status & 15)) sounding.delete(own);
            else if (status === 0xff) sounding.clear();
      }
    };
    playMany(e, randomTake(instrument, 1500, seed), (_, __, n) => hear(n));
    hear(silence(e));
    for (let n = endChannelOwed(e); n > 0; n = endChannelOwed(e)) hear(n);
    expect([...sounding.keys()], `instrument ${seed}`).toEqual([]);
  }
  expect(notes).toBeGreaterThan(EVENTS / 100);
}, 1_200_000);
