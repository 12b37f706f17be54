import { describe, expect, it } from 'vitest';
import { compile } from '../../compile/compile';
import { polar } from '../../engine/polar';
import { run } from '../../engine/run';
import { newInstrument } from '../../instrument/create';
import { levelController } from '../../kinds/level-voices';
import { random, type Random } from '../../signal/random';
import type { Role, Take } from '../../signal/take';
import { calibrateAxes } from './calibrate';
import type { AxesCalibration } from './calibration';
import { TiltGuide } from './guide';
import { AXES_STEPS } from './steps';

type Vector = [number, number, number];
interface Part {
  offsets: Vector;
  gains: Vector;
  noise: number;
}
const DEGREES = Math.PI / 180;
const down = (roll: number, pitch: number): Vector => [
  -Math.sin(pitch * DEGREES),
  Math.sin(roll * DEGREES) * Math.cos(pitch * DEGREES),
  Math.cos(roll * DEGREES) * Math.cos(pitch * DEGREES),
];
const SIX = [down(0, 0), down(90, 0), down(180, 0), down(-90, 0), down(0, 90), down(0, -90)];

/** Vectors, g, held for so many ms, with ways of 300 ms between them, as 12-bit counts at 1 kHz. */
function takeOf(role: Role, part: Part, held: readonly [Vector, number][], r: Random): Take {
  const counts: number[] = [];
  const put = (g: Vector) =>
    g.forEach((a, axis) =>
      counts.push(
        Math.min(
          4095,
          Math.max(0, Math.round(part.offsets[axis] + part.gains[axis] * a + part.noise * r.gauss())),
        ),
      ),
    );
  held.forEach(([g, ms], i) => {
    const before = i > 0 ? held[i - 1][0] : g;
    const way = (k: number): Vector => {
      const mixed = g.map((a, axis) => before[axis] + ((a - before[axis]) * k) / 300 + 0.05 * Math.sin(k));
      return mixed.map((a) => a / Math.hypot(...mixed)) as Vector;
    };
    if (i > 0) for (let k = 0; k < 300; k++) put(way(k));
    for (let k = 0; k < ms; k++) put(g);
  });
  const frames = counts.length / 3;
  return {
    ...{ id: role, role, channels: ['x', 'y', 'z'] },
    tUs: Float64Array.from({ length: frames }, (_, i) => i * 1000),
    counts: Uint16Array.from(counts),
  };
}

/** A vector turned a little about some axis. */
function slanted(g: Vector, degrees: number, r: Random): Vector {
  const other: Vector = [r.gauss(), r.gauss(), r.gauss()];
  const along = g.reduce((sum, a, i) => sum + a * other[i], 0);
  const across = other.map((a, i) => a - along * g[i]);
  const length = Math.hypot(...across);
  const [c, s] = [Math.cos(degrees * DEGREES), Math.sin(degrees * DEGREES)];
  return g.map((a, i) => c * a + (s * across[i]) / length) as Vector;
}

const sensor = {
  ...{ id: 's', name: 'Tilt', kind: 'tilt' },
  lanes: ['x', 'y', 'z'].map((axis) => ({ id: axis, column: axis })),
};
const job = (takes: Take[]) => ({ board: { bits: 12 }, sensor, takes });
function measured(takes: Take[]) {
  const report = calibrateAxes(job(takes));
  if (!report.ok) throw new Error(report.faults[0].says);
  return { ...report.value, calibration: report.value.calibration as AxesCalibration };
}
const partOf = (r: Random): Part => ({
  offsets: [r.between(1800, 2300), r.between(1800, 2300), r.between(1800, 2300)],
  gains: [r.between(600, 680), r.between(600, 680), r.between(600, 680)],
  noise: r.between(1, 6),
});
const played: [Vector, number][] = [
  [down(0, 0), 600],
  [down(50, 0), 400],
  [down(-30, 0), 400],
  [down(0, 35), 400],
  [down(0, -20), 400],
  [down(0, 0), 400],
];

describe('atan2 and hypot in integers', () => {
  it('are within 0.02 degrees and 0.05 % of the exact ones over the whole turn', () => {
    const point = { angle: 0, length: 0 };
    for (const length of [8192, 16384, 30000, 46000])
      for (let i = 0; i < 7200; i++) {
        const angle = (i / 20) * DEGREES;
        const [x, y] = [Math.round(length * Math.cos(angle)), Math.round(length * Math.sin(angle))];
        polar(y, x, point);
        const exact = Math.atan2(y, x) / DEGREES;
        const off = ((point.angle * 360) / 65536 - exact + 540) % 360;
        expect(Math.abs(off - 180), `${i / 20}° at ${length}`).toBeLessThan(0.02);
        expect(Math.abs(point.length / Math.hypot(x, y) - 1)).toBeLessThan(0.0005);
      }
  });
});

describe('three axes from six sides', () => {
  it('offset and gain to their errors, in any order, with sides that lie up to 12 degrees aslant', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const r = random(seed);
      const part = partOf(r);
      const order = [...SIX].sort(() => r.next() - 0.5);
      const aslant = seed % 2 === 0 ? 12 : 0;
      const held = order.map((g): [Vector, number] => [
        slanted(g, r.between(0, aslant), r),
        r.whole(700, 1500),
      ]);
      const { calibration, findings } = measured([
        takeOf('sides', part, held, r),
        takeOf('sweep', part, played, r),
      ]);
      expect([seed, findings]).toEqual([seed, []]);
      calibration.lanes.forEach(({ offset, gain, noise }, axis) => {
        expect(Math.abs(offset - part.offsets[axis]), `offset ${seed}`).toBeLessThan(1.2);
        expect(Math.abs(gain - part.gains[axis]), `gain ${seed}`).toBeLessThan(1.2);
        expect(noise / part.noise).toBeGreaterThan(0.8);
        expect(noise / part.noise).toBeLessThan(1.25);
      });
    }
  });
  it('the stated errors cover the truth: 95 % intervals in 93 to 97 of 100, of 400 parts', () => {
    let inside = 0;
    for (let seed = 1; seed <= 400; seed++) {
      const r = random(seed);
      const part = partOf(r);
      const { calibration } = measured([
        takeOf(
          'sides',
          part,
          SIX.map((g) => [g, 800]),
          r,
        ),
      ]);
      calibration.lanes.forEach(({ offset, offsetError }, axis) => {
        if (Math.abs(offset - part.offsets[axis]) < 1.96 * offsetError) inside++;
      });
    }
    expect(inside / 1200).toBeGreaterThan(0.93);
    expect(inside / 1200).toBeLessThan(0.97);
  });
  it('the range is what was played, from how it was held; on the board both ends are reached, and a shake holds', () => {
    const r = random(5);
    const part = partOf(r);
    const sides = takeOf(
      'sides',
      part,
      SIX.map((g) => [g, 800]),
      r,
    );
    const { calibration } = measured([sides, takeOf('sweep', part, played, r)]);
    const { roll, pitch } = calibration;
    for (const [angle, wanted] of [
      [roll.rest, 0],
      [roll.up, 50],
      [roll.down, 30],
      [pitch.up, 35],
      [pitch.down, 20],
    ])
      expect(Math.abs(angle - wanted)).toBeLessThan(2);
    const instrument = newInstrument('t', 'T', '2026-01-01T00:00:00Z');
    instrument.sensors = [{ ...sensor, board: instrument.boards[0].id, responses: [], calibration }];
    instrument.voices = [{ ...levelController(instrument.sensors[0], 'roll', 22, 'main'), side: 'up' }];
    const values = (held: [Vector, number][]) =>
      run(compile(instrument), takeOf('sweep', part, held, r)).map(({ bytes }) => bytes[2]);
    expect(
      Math.max(
        ...values([
          [down(0, 0), 200],
          [down(50, 0), 400],
        ]),
      ),
    ).toBe(127);
    expect(
      values([
        [down(0, 0), 300],
        [down(25, 10), 400],
      ]).at(-1),
    ).toBeGreaterThan(55);
    expect(
      values([
        [down(0, 0), 300],
        [down(25, 10), 400],
      ]).at(-1),
    ).toBeLessThan(72);
    // Held aslant for some seconds, it sends nothing once it is there.
    const held = run(
      compile(instrument),
      takeOf(
        'sweep',
        part,
        [
          [down(0, 0), 300],
          [down(22, 6), 6000],
        ],
        r,
      ),
    );
    expect(held.filter(({ tUs }) => tUs > 1_500_000).length).toBeLessThan(4);
    // Twice the weight while it is flung: nothing is told of where it seems to point.
    const flung = down(40, 0).map((a) => 2 * a) as Vector;
    const take = takeOf('sweep', part, [[down(0, 0), 300]], r);
    const thrown = takeOf('sweep', part, [[flung, 300]], r);
    const joined = {
      ...take,
      tUs: Float64Array.from({ length: 600 }, (_, i) => i * 1000),
      counts: Uint16Array.from([...take.counts, ...thrown.counts]),
    };
    expect(Math.max(0, ...run(compile(instrument), joined).map(({ bytes }) => bytes[2]))).toBe(0);
  });
});

describe('a hands-free run', () => {
  it('counts six sides in any order and four tilts, each take by itself, and passes over what is not still', () => {
    const r = random(8);
    const part = partOf(r);
    const guide = new TiltGuide(AXES_STEPS);
    const order = [SIX[3], SIX[0], SIX[0], SIX[5], SIX[1], SIX[2], SIX[4]];
    const whole = takeOf(
      'sides',
      part,
      [
        ...order.map((g): [Vector, number] => [g, 900]),
        [down(0, 0), 3000],
        ...played.slice(1).flatMap(([g]): [Vector, number][] => [
          [g, 300],
          [down(0, 0), 400],
        ]),
      ],
      r,
    );
    const events: string[] = [];
    for (let i = 0; i < whole.tUs.length; i++)
      for (const e of guide.feed(whole.tUs[i], whole.counts.subarray(3 * i, 3 * i + 3)))
        events.push('role' in e ? `${e.is} ${e.role}` : e.is);
    expect(events).toEqual([
      'take-begins sides',
      'take-ends sides',
      'take-begins sweep',
      'take-ends sweep',
      'finished',
    ]);
  });
});

describe('bad takes', () => {
  const r = random(9);
  const part = partOf(r);
  const sides = (held: readonly Vector[]) =>
    takeOf(
      'sides',
      part,
      held.map((g) => [g, 800]),
      r,
    );
  it('a side that was left out, or not held still, is refused and named', () => {
    for (const missing of [0, 1, 4]) {
      const report = calibrateAxes(job([sides(SIX.filter((_, i) => i !== missing))]));
      expect(report.ok ? '' : report.faults[0].says).toMatch(/[xyz] never pointed both up and down/);
    }
    const moving = takeOf(
      'sides',
      part,
      SIX.map((g, i) => [g, i === 2 ? 0 : 800]),
      r,
    );
    expect(calibrateAxes(job([moving])).ok).toBe(false);
  });
  it('what was not tilted, and an axis whose gain is another, are said', () => {
    const codes = (takes: Take[]) => measured(takes).findings.map(({ code }) => code);
    expect(codes([sides(SIX)])).toEqual(['range-not-played']);
    expect(codes([sides(SIX), takeOf('sweep', part, [[down(0, 0), 3000]], r)])).toEqual(['not-tilted']);
    const odd = { ...part, gains: [640, 640, 500] as Vector };
    const other = takeOf(
      'sides',
      odd,
      SIX.map((g) => [g, 800]),
      r,
    );
    expect(codes([other, takeOf('sweep', odd, played, r)])).toEqual(['gains-differ']);
  });
});
