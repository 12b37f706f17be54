import { describe, expect, it } from 'vitest';
import { compile } from '../compile/compile';
import { splitMessages } from '../midi/messages';
import { bankNotes, instrumentOf, kneeSwitch, strikePads, touchPads } from '../testing/bank-instruments';
import { breathNote, identityInstrument } from '../testing/identity-response';
import { awake, framesFrom, playAfterRest, START_UP } from '../testing/play';
import { playEdge, playFrame, silence } from './play';
import { run } from './run';
import type { Engine } from './engine';
import { startEngine } from './start';

const times = <T>(n: number, value: T): T[] => new Array<T>(n).fill(value);
const words = (events: number[][]) =>
  events.map(([tUs, status, note, velocity]) => [tUs / 1000, status, note, velocity]);

describe('a touch bank (maker’s handbook 4.5)', () => {
  const pads = touchPads([60, 64, 67]);
  const instrument = instrumentOf([pads], [bankNotes(pads, 'touch')]);
  const rest = [300, 300, 300];
  // Untouched levels follow at every frame for the first 64; after that, slowly.
  const settled = times(70, rest);
  const play = (frames: number[][], own = instrument) =>
    words(playAfterRest(own, [...settled, ...frames], rest)).map(([ms, ...e]) => [ms - settled.length, ...e]);
  it('is touched at "on", released short of "off", and each lane sounds its own note', () => {
    expect(
      play([
        [359, 300, 300],
        [360, 300, 400],
        [340, 300, 400],
        [339, 300, 339],
      ]),
    ).toEqual([
      [1, 0x90, 60, 100],
      [1, 0x90, 67, 100],
      [3, 0x80, 60, 64],
      [3, 0x80, 67, 64],
    ]);
  });
  it('follows a slow drift while untouched, so that a touch stays where it was above it', () => {
    // Forty counts in 20 s are two a second; the bank follows up to four.
    const drifting = Array.from({ length: 20_000 }, (_, i) => [300 + Math.floor(i / 500), 300, 300]);
    expect(play(drifting)).toEqual([]);
    expect(play([...drifting, [399, 300, 300], [340, 300, 300]]).map((e) => e[1])).toEqual([0x90, 0x80]);
    expect(play([...drifting, [398, 300, 300]])).toEqual([]);
  });
  it('is frozen while touched, and takes a touch longer than the longest for the untouched level', () => {
    const held = times(11_000, [400, 300, 300]);
    const events = play([...held, ...times(50, [400, 300, 300]), [460, 300, 300]]);
    expect(events.map((e) => e[1])).toEqual([0x90, 0x80, 0x90]);
    expect(Math.abs(events[1][0] - 10_000)).toBeLessThan(300);
  });
  it('keeps a lane that is touched at power-up mute until it is released', () => {
    const take = framesFrom(instrument, [...times(100, [400, 300, 300]), rest, [400, 300, 300]]);
    expect(run(compile(instrument), take).map((e) => e.tUs / 1000)).toEqual([101]);
  });
  it('is silenced, and stays mute until it is released', () => {
    const { at, e } = awake(instrument, rest);
    at(0, [400, 300, 300]);
    expect(splitMessages(e.out.subarray(0, silence(e)))).toEqual([[0x80, 60, 64]]);
    expect([...at(1000, [400, 300, 300]), ...at(2000, rest)]).toEqual([]);
    expect(at(3000, [400, 300, 300])).toEqual([[0x90, 60, 100]]);
  });
  it('whose touch lowers the counts is the same upside down', () => {
    const lanes =
      pads.calibration!.is === 'touch' ? pads.calibration!.lanes.map((l) => ({ ...l, touched: 200 })) : [];
    const falling = touchPads([60, 64, 67], { polarity: 'falling', lanes });
    const own = instrumentOf([falling], [bankNotes(falling, 'touch')]);
    expect(
      play(
        [
          [241, 300, 300],
          [240, 300, 300],
          [260, 300, 300],
          [261, 300, 300],
        ],
        own,
      ),
    ).toEqual([
      [1, 0x90, 60, 100],
      [3, 0x80, 60, 64],
    ]);
  });
});

describe('a note whose gate is breath, and whose pitch is the pads', () => {
  const pads = touchPads([60, 64, 67]);
  const choose = (by: 'last' | 'highest') => {
    const own = identityInstrument([
      breathNote(0, { pitch: { is: 'chosen', source: { sensor: 'pads', port: 'pad' }, by } }),
    ]);
    return { ...own, sensors: [...own.sensors, pads] };
  };
  const play = (by: 'last' | 'highest', frames: [breath: number, ...pads: number[]][]) =>
    words(playAfterRest(choose(by), frames, [1000, 300, 300, 300])).map((e) => e.slice(0, 3));
  it('sounds while both are there: blown without a pad, or touched without breath, nothing', () => {
    expect(
      play('last', [
        [1500, 300, 300, 300],
        [1500, 400, 300, 300],
        [1000, 400, 300, 300],
      ]),
    ).toEqual([
      [1, 0x90, 60],
      [2, 0x80, 60],
    ]);
    expect(
      play('last', [
        [1000, 400, 300, 300],
        [1000, 300, 300, 300],
      ]),
    ).toEqual([]);
  });
  it('slurs to the pad touched last, and back when it is released', () => {
    const touched: [number, ...number[]][] = [
      [1500, 300, 400, 300],
      [1500, 400, 400, 300],
      [1500, 300, 400, 300],
    ];
    expect(play('last', touched)).toEqual(
      [
        [1, 0x90, 64],
        [1, 0x90, 60],
        [1, 0x80, 64],
        [2, 0x90, 64],
        [2, 0x80, 60],
      ].map((e, i) => (i === 0 ? [0, 0x90, 64] : e)),
    );
  });
  it('takes the highest where that is asked', () => {
    const touched: [number, ...number[]][] = [
      [1500, 300, 400, 300],
      [1500, 400, 400, 300],
      [1500, 400, 400, 400],
    ];
    expect(play('highest', touched)).toEqual([
      [0, 0x90, 64],
      [2, 0x90, 67],
      [2, 0x80, 64],
    ]);
  });
  it('takes its velocity from where another level is, where that is asked', () => {
    const own = instrumentOf(
      [...identityInstrument([]).sensors, pads],
      [
        bankNotes(pads, 'touch', {
          velocity: { is: 'level', source: { sensor: 'breath', port: 'breath' }, from: 1, to: 127 },
        }),
      ],
    );
    const frames = [
      [1520, 400, 300, 300],
      [2020, 400, 400, 300],
      [1000, 400, 400, 400],
    ];
    expect(playAfterRest(own, frames, [1000, 300, 300, 300]).map((e) => e[3])).toEqual([64, 127, 1]);
  });
});

describe('a strike bank: peak in a window to velocity (maker’s handbook 4.6)', () => {
  const strike = { velocity: { is: 'strike', from: 1, to: 127 } } as const;
  const stones = strikePads([62, 65]);
  const instrument = instrumentOf([stones], [bankNotes(stones, 'hit', strike)]);
  const rest = 2048;
  const play = (levels: number[], own = instrument) =>
    words(
      playAfterRest(
        own,
        levels.map((level) => [rest + level, rest]),
        [rest, rest],
      ),
    );
  it('decides after the window with the peak in it, on either side of rest, and ends after its length', () => {
    const events = play([49, 50, 550, -300, ...times(110, 0)]);
    // Of 50 … 1050 counts, 550 is half: 1 + 126 / 2.
    expect(events).toEqual([
      [4, 0x90, 62, 64],
      [104, 0x80, 62, 64],
    ]);
  });
  it('reads loud as loud and soft as soft, and full from full on', () => {
    const velocity = (peak: number) => play([60, peak, 0, 0, 0])[0][3];
    expect([velocity(61), velocity(302), velocity(1050), velocity(2000)]).toEqual([2, 33, 127, 127]);
  });
  it('plays one note for a strike that rings on, and another for a second one', () => {
    // Rings at 200 Hz, halved every 8 ms; struck again after 150 ms.
    const ring = (at: number) => Math.round(900 * 0.5 ** (at / 8) * Math.cos((2 * Math.PI * at) / 5));
    const ringing = Array.from({ length: 300 }, (_, i) => ring(i) + (i >= 150 ? ring(i - 150) : 0));
    const ons = play(ringing).filter((e) => e[1] === 0x90);
    expect(ons.map((e) => e[0])).toEqual([3, 153]);
  });
  it('takes a harder strike in the decay of one before, and ends the first note before it starts the next', () => {
    const events = play([1000, ...times(29, 0), 900, ...times(10, 0)]);
    expect(events.map((e) => e[1])).toEqual([0x90, 0x80, 0x90]);
    expect(play([1000, ...times(29, 0), 200, ...times(10, 0)]).map((e) => e[1])).toEqual([0x90]);
  });
  it('takes what a strike shakes on another lane for shock, whichever lane comes first, and for no longer than its mask', () => {
    const near = strikePads([62, 65], { shockShare: 0.2 });
    const own = instrumentOf([near], [bankNotes(near, 'hit', strike)]);
    const notesOf = (levels: [number, number][]) =>
      playAfterRest(
        own,
        levels.map(([a, b]) => [rest + a, rest + b]),
        [rest, rest],
      )
        .filter((e) => e[1] === 0x90)
        .map((e) => e[2]);
    const then = (a: number, b: number): [number, number][] => [
      [a, b],
      ...times(10, [0, 0] as [number, number]),
    ];
    expect([notesOf(then(900, 170)), notesOf(then(170, 900))]).toEqual([[62], [65]]);
    expect([...notesOf(then(900, 200))].sort()).toEqual([62, 65]);
    // 24 ms later the first has let go; a soft strike of the other is one.
    expect(notesOf([...then(900, 0), ...times(13, [0, 0] as [number, number]), ...then(0, 60)])).toEqual([
      62, 65,
    ]);
    // A wire that came off leaves a lane far out: it strikes once, and shakes nobody.
    expect(notesOf([...times(60, [900, 0] as [number, number]), ...then(900, 60)])).toEqual([62, 65]);
  });
  it('is not struck again by what leans on it', () => {
    expect(play([400, ...times(400, 300)]).filter((e) => e[1] === 0x90)).toHaveLength(1);
  });
  it('bends its velocity by the response of its port', () => {
    const bent = { ...stones, responses: [{ port: 'hit', family: 'power' as const, gamma: 2 }] };
    const own = instrumentOf([bent], [bankNotes(bent, 'hit', strike)]);
    // Half way in, a square reads a quarter: 1 + 126 / 4.
    expect(Math.abs(play([60, 550, 0, 0, 0], own)[0][3] - 32.5)).toBeLessThan(1);
  });
});

describe('a switch (maker’s handbook 4.8)', () => {
  const knee = kneeSwitch();
  const hold = {
    id: 'h',
    is: 'controller',
    source: { sensor: 'knee', port: 'closed' },
    side: 'both',
    zone: 'main',
    controller: 64,
  } as const;
  /** Edges at ms, closed or not; frames each millisecond. */
  function play(own: ReturnType<typeof instrumentOf>, edges: [ms: number, closed: boolean][]) {
    const e: Engine = startEngine(compile(own));
    const events: number[][] = [];
    const put = (ms: number, bytes: number) =>
      events.push(...splitMessages(e.out.subarray(0, bytes)).map((m) => [ms, ...m]));
    for (let ms = 0; ms < START_UP + 100; ms++) {
      for (const [at, closed] of edges) if (at + START_UP === ms) put(at, playEdge(e, ms * 1000, 0, closed));
      put(ms - START_UP, playFrame(e, ms * 1000, [], 0));
    }
    return events.filter(([ms]) => ms >= 0);
  }
  it('holds: 127 while it is pressed, 0 when it is not (controller 64)', () => {
    const own = instrumentOf([knee], [hold]);
    expect(
      play(own, [
        [10, true],
        [40, false],
      ]),
    ).toEqual([
      [10, 0xb0, 64, 127],
      [40, 0xb0, 64, 0],
    ]);
  });
  it('hears its own contact where others come before it that were not measured; theirs play nothing', () => {
    const lanes = [{ id: 'turn', contacts: ['turn_a', 'turn_b'] }];
    const knob = { id: 'turn', name: 'Turn', kind: 'encoder', board: 'board', lanes, responses: [] };
    const own = instrumentOf([knob, knee], [hold]);
    const e: Engine = startEngine(compile(own));
    for (let ms = 0; ms < START_UP; ms++) playFrame(e, ms * 1000, [], 0);
    const sent = (ms: number, contact: number) => {
      playEdge(e, ms * 1000, contact, true);
      return playFrame(e, ms * 1000, [], 0);
    };
    expect([sent(START_UP, 0), sent(START_UP + 1, 1), sent(START_UP + 2, 3)]).toEqual([0, 0, 0]);
    expect(sent(START_UP + 3, 2)).toBe(3);
    expect([...e.out.subarray(0, 3)]).toEqual([0xb0, 64, 127]);
  });
  it('counts at once, passes over bounces, and ends at what the contact has come to rest at', () => {
    const own = instrumentOf([knee], [bankNotes(knee, 'closed')]);
    const bounces: [number, boolean][] = [
      [10, true],
      [12, false],
      [13, true],
      [40, false],
      [42, true],
      [45, false],
    ];
    expect(play(own, bounces).map((e) => e.slice(0, 2))).toEqual([
      [10, 0x90],
      [40, 0x80],
    ]);
    expect(
      play(own, [
        [10, true],
        [14, false],
      ]).map((e) => e.slice(0, 2)),
    ).toEqual([
      [10, 0x90],
      [20, 0x80],
    ]);
  });
  it('held at power-up is not heard until it has been let go once', () => {
    const held = (voice: Parameters<typeof instrumentOf>[1][0]) =>
      play(instrumentOf([knee], [voice]), [
        [-START_UP + 1, true],
        [20, false],
        [60, true],
      ]).map(([ms, status, , value]) => [ms, status, value]);
    expect(held(hold)).toEqual([[60, 0xb0, 127]]);
    expect(held(bankNotes(knee, 'closed'))).toEqual([[60, 0x90, 100]]);
  });
  it('moves a controller of 14 bits as two of seven, and pressure in two bytes', () => {
    const pressed = (voice: Parameters<typeof instrumentOf>[1][0]) =>
      play(instrumentOf([knee], [voice]), [[10, true]]).map((e) => e.slice(1));
    expect(pressed({ ...hold, controller: 1, bits: 14, from: 0, to: 16383 })).toEqual([
      [0xb0, 1, 127],
      [0xb0, 33, 127],
    ]);
    const { source, side, zone } = hold;
    expect(pressed({ id: 'p', is: 'pressure', source, side, zone, from: 3, to: 90 })).toEqual([[0xd0, 90]]);
  });
  it('that is normally closed is pressed when it opens', () => {
    const closed = kneeSwitch({ rest: 'closed' });
    expect(
      play(instrumentOf([closed], [hold]), [
        [10, false],
        [30, true],
      ]).map((e) => e[3]),
    ).toEqual([127, 0]);
  });
});
