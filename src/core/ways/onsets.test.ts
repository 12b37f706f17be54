import { describe, expect, it } from 'vitest';
import type { Onset } from '../calibrate/onset';
import type { Calibration } from '../instrument/calibration';
import type { Lane, Sensor } from '../instrument/sensor';
import { random, type Random } from '../signal/random';
import type { Edges, Frames } from '../signal/take';
import { kneeSwitch, touchPads } from '../testing/bank-instruments';
import { identityInstrument, levelWith, oneSided, twoSided } from '../testing/identity-response';
import { onsetsIn } from './onsets';

/** When a gesture begins and how long it lasts, ms, and how far it goes, counts. */
type Push = readonly [atMs: number, forMs: number, far: number];

const own = (kind: string, lanes: Lane[], calibration: object): Sensor => ({
  ...{ id: kind, name: kind, kind, board: 'board', lanes, responses: [] },
  calibration: { takes: [], method: '', ...calibration } as unknown as Calibration,
});
const breath = (calibration = levelWith(oneSided, { noise: 2 })): Sensor => ({
  ...identityInstrument([]).sensors[0],
  calibration,
});

/** A column of pushes over its rest, up and down within `riseMs`, with noise of σ 2. */
function pushed(r: Random, { rest, rateHz, seconds, riseMs }: Shape, pushes: readonly Push[]): number[] {
  return Array.from({ length: Math.round(seconds * rateHz) }, (_, i) => {
    const ms = (1000 * i) / rateHz;
    const far = pushes.reduce(
      (sum, [at, long, most]) =>
        sum + most * Math.max(0, Math.min(1, (ms - at) / riseMs, (at + long - ms) / riseMs)),
      0,
    );
    return Math.max(0, Math.round(rest + far + 2 * r.gauss()));
  });
}
interface Shape {
  rest: number;
  rateHz: number;
  seconds: number;
  riseMs: number;
}
const SHAPE: Shape = { rest: 1000, rateHz: 1000, seconds: 6, riseMs: 3 };

function framesOf(columns: Record<string, readonly number[]>, rateHz = 1000): Frames {
  const channels = Object.keys(columns);
  const n = columns[channels[0]].length;
  const counts = Uint16Array.from(
    { length: n * channels.length },
    (_, k) => columns[channels[k % channels.length]][Math.floor(k / channels.length)],
  );
  return { channels, tUs: Float64Array.from({ length: n }, (_, i) => (1e6 * i) / rateHz), counts };
}

/** Edges of contacts: when, ms, and whether it closes. */
function edgesOf(changes: readonly (readonly [ms: number, contact: string, closed: boolean])[]): Frames {
  const contacts = [...new Set(changes.map(([, contact]) => contact))];
  const sorted = [...changes].sort(([a], [b]) => a - b);
  const edges: Edges = {
    contacts,
    tUs: Float64Array.from(sorted, ([ms]) => 1000 * ms),
    contact: Uint16Array.from(sorted, ([, contact]) => contacts.indexOf(contact)),
    closed: Uint8Array.from(sorted, ([, , closed]) => (closed ? 1 : 0)),
  };
  return { channels: [], tUs: Float64Array.of(0, 8e6), counts: new Uint16Array(0), edges };
}
/** A contact that closes at each of these times, for a third of the time between. */
const closings = (contact: string, times: readonly number[], forMs: number) =>
  times.flatMap((ms) => [[ms, contact, true] as const, [ms + forMs, contact, false] as const]);
const beganMs = (onsets: readonly Onset[]) => onsets.map(({ riseUs }) => Math.round(riseUs / 1000));

describe('breath', () => {
  it('that is tongued nine times a second is as many gestures as were played, at any rate of scans', () => {
    for (let seed = 1; seed <= 30; seed++) {
      const r = random(seed);
      const rateHz = [250, 500, 1000][seed % 3];
      let at = 300;
      const pushes = Array.from({ length: 24 }, (): Push => {
        const restMs = r.between(32, 70);
        const next: Push = [at, r.between(62, 90), r.between(150, 800)];
        at += next[1] + restMs;
        return next;
      });
      const take = framesOf({ breath: pushed(r, { ...SHAPE, rateHz }, pushes) }, rateHz);
      const found = onsetsIn(breath(), take);
      expect(found.length, `seed ${seed}, ${rateHz} Hz`).toBe(pushes.length);
      found.forEach(({ riseUs }, i) => expect(Math.abs(riseUs / 1000 - pushes[i][0])).toBeLessThan(5));
    }
  });

  it('that flutters, swells slowly, or trembles is one gesture; a knock, and what lies in its noise, is none', () => {
    const of = (pushes: readonly Push[], riseMs = 3) =>
      onsetsIn(breath(), framesOf({ breath: pushed(random(9), { ...SHAPE, riseMs }, pushes) }));
    const dip: Push[] = [[1020, 14, -500]];
    expect(beganMs(of([[1000, 400, 500], ...dip]))).toEqual([1000]);
    // A second and a half to its top.
    expect(of([[800, 3000, 300]], 1500)).toHaveLength(1);
    const trembles: Push[] = Array.from({ length: 12 }, (_, i) => [1100 + 150 * i, 75, i % 2 ? 60 : -60]);
    expect(of([[1000, 2000, 300], ...trembles], 30)).toHaveLength(1);
    expect(
      of([
        [1000, 10, 400],
        [2000, 400, 8],
      ]),
    ).toEqual([]);
  });

  it('that is drawn counts on the side that is calibrated, and on no other', () => {
    const take = framesOf({
      breath: pushed(random(2), SHAPE, [
        [1000, 300, 200],
        [2000, 300, -200],
      ]),
    });
    expect(beganMs(onsetsIn(breath(), take))).toEqual([1000]);
    expect(beganMs(onsetsIn(breath(twoSided), take))).toEqual([1000, 2000]);
  });

  it('of which a take has no column, or nothing was calibrated, tells nothing', () => {
    const take = framesOf({ other: pushed(random(2), SHAPE, [[1000, 300, 200]]) });
    expect(onsetsIn(breath(), take)).toEqual([]);
    expect(onsetsIn({ ...breath(), calibration: undefined }, take)).toEqual([]);
  });
});

it('pads: taps with 40 ms between are each a touch; what a neighbour feels of one is none', () => {
  const r = random(4);
  const taps: Push[] = Array.from({ length: 20 }, (_, i) => [500 + 100 * i, 60, 100]);
  const feels = taps.map(([at, long]): Push => [at + 2, long - 4, 35]);
  const shape = { ...SHAPE, rest: 300, seconds: 4 };
  const take = framesOf({ p0: pushed(r, shape, taps), p1: pushed(r, shape, feels) });
  const found = onsetsIn(touchPads([60, 61], {}), take);
  expect(found.map(({ lane }) => lane)).toEqual(taps.map(() => 'p0'));
});

it('a ribbon: a finger at either end is a touch, where it slides it goes on', () => {
  const lane = { lane: 'r', rest: 0, noise: 2, on: 40, off: 20, touchedNoise: 1, drop: 0.05, settle: 2 };
  const map = [
    { count: 400, place: 0 },
    { count: 3600, place: 1 },
  ];
  const ribbon = own('ribbon', [{ id: 'r', column: 'r' }], {
    is: 'place',
    spacing: 'equal',
    lanes: [{ ...lane, map }],
  });
  const touched = [
    [500, 800, 420, 420],
    [1500, 1800, 3590, 3590],
    [2500, 3500, 500, 3500],
  ];
  const column = Array.from({ length: 4000 }, (_, ms) => {
    const here = touched.find(([from, to]) => ms >= from && ms < to);
    return here ? Math.round(here[2] + ((here[3] - here[2]) * (ms - here[0])) / (here[1] - here[0])) : 1;
  });
  expect(beganMs(onsetsIn(ribbon, framesOf({ r: column })))).toEqual([500, 1500, 2500]);
});

it('a surface: each press is a touch, whatever its places read', () => {
  const press = { lane: 'fz', rest: 4000, noise: 2, on: 60, off: 30, reach: 2000 };
  const axis = (lane: string) => ({
    lane,
    touchedNoise: 1,
    map: [
      { count: 0, place: 0 },
      { count: 4095, place: 1 },
    ],
  });
  const lanes = ['fx', 'fy', 'fz'].map((id) => ({ id, column: id }));
  const surface = own('touch-surface', lanes, {
    ...{ is: 'surface', polarity: 'falling', settle: 2, lanes: [axis('fx'), axis('fy')], press },
  });
  const r = random(6);
  const wild = Array.from({ length: 6000 }, () => r.whole(0, 4095));
  const pressed = pushed(r, { ...SHAPE, rest: 4000 }, [
    [900, 200, -900],
    [1900, 80, -200],
    [3000, 1500, -1900],
  ]);
  expect(beganMs(onsetsIn(surface, framesOf({ fx: wild, fy: wild, fz: pressed })))).toEqual([
    900, 1900, 3000,
  ]);
});

it('a switch that bounces is one press; one that is closed for 5 ms is a knock', () => {
  const presses = closings('knee', [500, 1500, 2500], 300);
  const bounces = closings('knee', [806, 1806], 4);
  const found = onsetsIn(kneeSwitch(), edgesOf([...presses, ...bounces, ...closings('knee', [4000], 5)]));
  expect(found.map(({ riseUs, toUs }) => [riseUs / 1000, Math.round(toUs / 100_000)])).toEqual([
    [500, 8],
    [1500, 18],
    [2500, 28],
  ]);
});

it('keys of two contacts: a stroke begins as the first leaves, is struck by the second, and lasts until the first is back', () => {
  const lanes = [{ id: 'k', contacts: ['ka', 'kb'] }];
  const shared = { is: 'pair', slowMs: 80, fastMs: 5, law: 'linear', debounceMs: 2, restrikes: false };
  const key = (order: string) =>
    own('keybed', lanes, { ...shared, order, lanes: [{ lane: 'k', factor: 1 }] });
  const strokes: [number, number, number][] = [
    [500, 8, 300],
    [1500, 40, 200],
  ];
  // The first breaks, the second makes.
  const breakMake = strokes.flatMap(([at, us, long]) => [
    [at, 'ka', false] as const,
    ...closings('kb', [at + us], long),
    [at + us + long + 6, 'ka', true] as const,
  ]);
  const found = onsetsIn(key('break-make'), edgesOf(breakMake));
  expect(
    found.map(({ riseUs, crossedUs, toUs }) => [riseUs, crossedUs! - riseUs, toUs].map((us) => us / 1000)),
  ).toEqual([
    [500, 8, 814],
    [1500, 40, 1746],
  ]);
});

describe('pulses', () => {
  const wheel = own('wheel-speed', [{ id: 'w', contacts: ['w'] }], {
    is: 'speed',
    lanes: [
      { lane: 'w', slowestMs: 200, fastestMs: 20, stopMs: 300, bounceMs: 3, unevenness: 0, smoothing: 0 },
    ],
  });

  it('a wheel turns from its first pulse until it has stood for as long as it may; one pulse alone, and its bounce, is no turning', () => {
    const turns = [0, 1, 2, 3, 4, 5].map((i) => 1000 + 120 * i);
    const again = [0, 1, 2].map((i) => 3000 + 250 * i);
    const once = [...closings('w', [5000], 20), ...closings('w', [5021.5], 20)];
    const found = onsetsIn(wheel, edgesOf([...closings('w', [...turns, ...again], 20), ...once]));
    expect(found.map(({ riseUs, toUs }) => [riseUs / 1000, toUs / 1000])).toEqual([
      [1000, 1900],
      [3000, 3800],
    ]);
  });

  it('a tone sounds after as many periods as must agree, and until two and a half of its lowest are missing', () => {
    const lanes = [{ lane: 'o', lowest: 57, highest: 81, presence: 3, noise: 2, smoothing: 0 }];
    const pipe = own('mouth-resonator', [{ id: 'o', contacts: ['o'] }], { is: 'tone', lanes });
    // Note 69 is 440 Hz (ISO 16): for half a second 220 periods; the lowest, note 57, lasts 4.545 ms.
    const tone = (fromMs: number, periods: number) =>
      closings(
        'o',
        Array.from({ length: periods }, (_, i) => fromMs + (i * 1000) / 440),
        1,
      );
    const found = onsetsIn(pipe, edgesOf([...tone(1000, 220), ...tone(2000, 3), ...tone(3000, 110)]));
    expect(beganMs(found)).toEqual([1000, 3000]);
    expect(found[0].toUs / 1000).toBeCloseTo(1000 + (219 * 1000) / 440 + 2.5 * (1000 / 220), 6);
  });
});
