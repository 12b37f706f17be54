import { describe, expect, it } from 'vitest';
import { compile } from '../../compile/compile';
import { run } from '../../engine/run';
import { newInstrument } from '../../instrument/create';
import { touchSurface } from '../../kinds/touch-surface/kind';
import { random, type Random } from '../../signal/random';
import type { Role, Take } from '../../signal/take';
import { calibrateSurface } from './calibrate';
import type { SurfaceCalibration } from './calibration';
import { surfaceGuide } from './guide';
import { GUIDED_SPOTS, SURFACE_STEPS, type Spot } from './spots';

interface Surface {
  /** Counts at both ends of each axis, and what an axis takes from the other, share. */
  x: [number, number];
  y: [number, number];
  leans: number;
  /** Counts of the press at rest and at its hardest. */
  press: [number, number];
  noise: number;
}
/** A spot may move: it is asked for at each share of the touch. */
type Touch = [spot: Spot | ((done: number) => Spot), press: number, ms: number];

/** Touches by formula at 1 kHz, 12 bits: 8 ms to come and to go, 400 ms between; untouched, both axes float anywhere, and they begin to before it is let go. */
function takeOf(role: Role, s: Surface, touches: readonly Touch[], r: Random): Take {
  const counts: number[] = [];
  const put = (spot: Spot, press: number) => {
    const x = spot[0] + s.leans * (spot[1] - 0.5);
    const y = spot[1] + s.leans * (spot[0] - 0.5);
    const levels = [
      s.x[0] + (s.x[1] - s.x[0]) * x,
      s.y[0] + (s.y[1] - s.y[0]) * y,
      s.press[0] + (s.press[1] - s.press[0]) * press,
    ];
    for (const level of levels)
      counts.push(Math.min(4095, Math.max(0, Math.round(level + s.noise * r.gauss()))));
  };
  const rest = (ms: number) => {
    const floats: Spot = [r.next(), r.next()];
    for (let k = 0; k < ms; k++) put(floats, 0);
  };
  rest(600);
  for (const [where, press, ms] of touches) {
    const spotAt = typeof where === 'function' ? where : () => where;
    let spot = spotAt(0);
    const from: Spot = [r.next(), r.next()];
    for (let k = 1; k <= 8; k++)
      put(
        [from[0] + ((spot[0] - from[0]) * k) / 8, from[1] + ((spot[1] - from[1]) * k) / 8],
        (press * k) / 8,
      );
    for (let k = 0; k < ms; k++) put((spot = spotAt(k / ms)), press);
    for (let k = 7; k > 0; k--) put(k > 1 ? spot : [r.next(), r.next()], (press * k) / 8);
    rest(400);
  }
  return {
    ...{ id: role, role, channels: ['x', 'y', 'p'] },
    tUs: Float64Array.from({ length: counts.length / 3 }, (_, i) => i * 1000),
    counts: Uint16Array.from(counts),
  };
}

const sensor = {
  ...{ id: 's', name: 'S', kind: 'touch-surface' },
  lanes: [
    ['x', 'x'],
    ['y', 'y'],
    ['press', 'p'],
  ].map(([id, column]) => ({ id, column })),
};
const job = (takes: Take[]) => ({ board: { bits: 12 }, sensor, takes });
function measured(takes: Take[]) {
  const report = calibrateSurface(job(takes));
  if (!report.ok) throw new Error(report.faults[0].says);
  return { ...report.value, calibration: report.value.calibration as SurfaceCalibration };
}
const spotsOf = GUIDED_SPOTS.map(({ at }) => at);
const surfaceOf = (r: Random): Surface => {
  const axis = (): [number, number] =>
    r.next() < 0.5 ? [r.whole(100, 500), r.whole(3300, 3900)] : [r.whole(3300, 3900), r.whole(100, 500)];
  const press: [number, number] =
    r.next() < 0.5 ? [r.whole(20, 80), r.whole(2500, 3800)] : [r.whole(3900, 4050), r.whole(300, 1200)];
  return { x: axis(), y: axis(), leans: 0, press, noise: r.between(0.5, 4) };
};
const takesOf = (s: Surface, r: Random, spots: readonly Spot[] = spotsOf): Take[] => [
  takeOf('rest', s, [], r),
  {
    ...takeOf(
      'places',
      s,
      spots.map((spot): Touch => [spot, r.between(0.3, 0.6), 500]),
      r,
    ),
    spots,
  },
  takeOf(
    'soft',
    s,
    spots.map((): Touch => [[r.next(), r.next()], r.between(0.1, 0.2), 300]),
    r,
  ),
  takeOf(
    'loud',
    s,
    spots.map((): Touch => [[r.next(), r.next()], r.between(0.85, 0.95), 300]),
    r,
  ),
];

/** Once round, so far from the edges. */
const round =
  (inset: number) =>
  (done: number): Spot => {
    const side = 4 * done;
    const along = inset + (1 - 2 * inset) * (side % 1);
    const [x, y] = [
      [along, inset],
      [1 - inset, along],
      [1 - along, 1 - inset],
      [inset, 1 - along],
    ][Math.floor(side)];
    return [x, y];
  };

describe('a surface whose edges were slid along', () => {
  it('reads its ends where the finger got to, exactly, and no further in than a hundredth', () => {
    for (let seed = 1; seed <= 30; seed++) {
      const r = random(seed + 900);
      const s = surfaceOf(r);
      const inset = r.between(0.01, 0.1);
      const slide = takeOf('slide', s, [[round(inset), 0.5, r.whole(2000, 6000)]], r);
      const { calibration, findings } = measured([...takesOf(s, r), slide]);
      expect([seed, findings]).toEqual([seed, []]);
      for (const { low, high } of calibration.lanes) {
        expect([seed, Math.abs(low! - inset - 0.01) < 0.006]).toEqual([seed, true]);
        expect([seed, Math.abs(1 - high! - inset - 0.01) < 0.006]).toEqual([seed, true]);
      }
      const instrument = newInstrument('t', 'T', '2026-01-01T00:00:00Z');
      instrument.sensors = [{ ...sensor, board: instrument.boards[0].id, responses: [], calibration }];
      instrument.voices = touchSurface.firstVoices(instrument.sensors[0], 'main');
      const corners: Touch[] = [0.5, inset, 1 - inset].map((at) => [[at, at], 0.5, 300]);
      const events = run(compile(instrument), takeOf('sweep', s, corners, r));
      for (const n of [24, 25]) {
        const own = events
          .filter(({ bytes }) => bytes[0] === 0xb0 && bytes[1] === n)
          .map(({ bytes }) => bytes[2]);
        const middle = own.findIndex((value) => value > 40 && value < 90);
        expect([seed, n, own.indexOf(0, middle) > middle, own.at(-1)]).toEqual([seed, n, true, 127]);
      }
    }
  });
  it('keeps its map’s ends, and says so, where the slide stayed away from them', () => {
    const r = random(5);
    const s = surfaceOf(r);
    const across = (done: number): Spot => [done, 1 - done];
    for (const path of [round(0.3), across]) {
      const slide = takeOf('slide', s, [[path, 0.5, 3000]], r);
      const { calibration, findings } = measured([...takesOf(s, r), slide]);
      expect(findings.map(({ code }) => code)).toEqual(['edges-not-reached', 'edges-not-reached']);
      expect(calibration.lanes.flatMap(({ low, high }) => [low, high])).toEqual([
        ...[undefined, undefined, undefined, undefined],
      ]);
    }
  });
});

describe('a surface from marked touches', () => {
  it('both maps, the press and which way it goes are found, whatever floats while it is not touched', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const r = random(seed);
      const s = surfaceOf(r);
      const { calibration, findings } = measured(takesOf(s, r));
      expect([seed, findings]).toEqual([seed, []]);
      expect([seed, calibration.polarity]).toEqual([seed, s.press[1] > s.press[0] ? 'rising' : 'falling']);
      calibration.lanes.forEach(({ map }, axis) => {
        const [first, last] = axis === 0 ? s.x : s.y;
        for (const { count, place } of map)
          expect(Math.abs(count - (first + (last - first) * place))).toBeLessThan(3);
      });
      const hardest = Math.abs(s.press[1] - s.press[0]);
      expect(calibration.press.reach / hardest).toBeGreaterThan(0.85);
      expect(calibration.press.reach / hardest).toBeLessThan(1.05);
    }
  });
  it('on the board: a note while it is touched, x and y as touched and held when it is let go, nothing of what floats', () => {
    for (let seed = 1; seed <= 20; seed++) {
      const r = random(seed + 300);
      const s = surfaceOf(r);
      const { calibration } = measured(takesOf(s, r));
      const instrument = newInstrument('t', 'T', '2026-01-01T00:00:00Z');
      instrument.sensors = [{ ...sensor, board: instrument.boards[0].id, responses: [], calibration }];
      instrument.voices = touchSurface.firstVoices(instrument.sensors[0], 'main');
      const touches: Touch[] = [
        [[0.25, 0.75], 0.5, 300],
        [[0.8, 0.2], 0.5, 300],
      ];
      const events = run(compile(instrument), takeOf('sweep', s, touches, r));
      const notes = events.filter(({ bytes }) => bytes[0] >> 4 !== 0xb);
      expect([seed, notes.map(({ bytes }) => bytes[0] >> 4)]).toEqual([seed, [9, 8, 9, 8]]);
      // While the first is touched, x is what it was touched at: nothing of how the finger landed.
      const during = events.filter(
        ({ tUs, bytes }) => tUs > 50_000 && tUs < notes[2].tUs && bytes[0] >> 4 === 0xb && bytes[1] === 24,
      );
      expect(during.length).toBeGreaterThan(0);
      for (const { bytes } of during) expect(Math.abs(bytes[2] - 127 * 0.25), `${seed}`).toBeLessThan(4);
      // What stands once the first touch is long over, and once the second is.
      const valueAt = (us: number, controller: number) =>
        events
          .filter(({ tUs, bytes }) => tUs < us && bytes[0] >> 4 === 0xb && bytes[1] === controller)
          .at(-1)!.bytes[2];
      for (const [at, x, y] of [
        [notes[1].tUs + 200_000, 0.25, 0.75],
        [notes[3].tUs + 200_000, 0.8, 0.2],
      ]) {
        expect(Math.abs(valueAt(at, 24) - 127 * x), `x ${seed}`).toBeLessThan(4);
        expect(Math.abs(valueAt(at, 25) - 127 * y), `y ${seed}`).toBeLessThan(4);
        expect(valueAt(at, 26), `press ${seed}`).toBe(0);
      }
    }
  });
});

describe('a hands-free run', () => {
  it('is told by the press alone, spot after spot, then softly and loudly', () => {
    const r = random(3);
    const s = surfaceOf(r);
    const guide = surfaceGuide(SURFACE_STEPS, 1000);
    const still = takeOf('rest', s, [], r);
    const touches = Array.from({ length: 30 }, (_, i): Touch => [spotsOf[i % 5], 0.5, 300]);
    const all = [...Array.from({ length: 8 }, () => still), takeOf('places', s, touches, r)];
    const events: string[] = [];
    let ms = 0;
    for (const take of all)
      for (let i = 0; i < take.tUs.length; i++)
        for (const e of guide.feed(1000 * ms++, take.counts.subarray(3 * i, 3 * i + 3)))
          events.push('role' in e ? `${e.is} ${e.role}` : e.is);
    const roles = SURFACE_STEPS.map(({ role }) => role);
    expect(events).toEqual([
      ...roles.flatMap((role) => [`take-begins ${role}`, `take-ends ${role}`]),
      'finished',
    ]);
  });
});

describe('bad takes', () => {
  const r = random(11);
  const s = surfaceOf(r);
  it('fewer touches than spots, and spots in another order, are refused with their moments', () => {
    const [rest, places, soft, loud] = takesOf(s, r);
    const fewer = takeOf(
      'places',
      s,
      spotsOf.slice(1).map((spot): Touch => [spot, 0.5, 500]),
      r,
    );
    const report = calibrateSurface(job([rest, fewer, soft, loud]));
    expect(report.ok ? '' : report.faults[0].says).toMatch(
      /5 places were to be touched, 4 touches were found, at 0\.6/,
    );
    const swapped = { ...places, spots: [spotsOf[0], spotsOf[2], spotsOf[1], spotsOf[3], spotsOf[4]] };
    expect(calibrateSurface(job([rest, swapped, soft, loud])).ok).toBe(false);
  });
  it('axes that lean on each other, and loud touches that were left out, are said', () => {
    const codes = (takes: Take[]) => measured(takes).findings.map(({ code }) => code);
    expect(codes(takesOf({ ...s, leans: 0.2 }, r))).toContain('spots-disagree');
    expect(codes(takesOf(s, r).slice(0, 3))).toEqual(['press-not-played']);
  });
});
