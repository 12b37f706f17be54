import { describe, expect, it } from 'vitest';
import { compile } from '../../compile/compile';
import { run } from '../../engine/run';
import { newInstrument } from '../../instrument/create';
import { kindOf } from '../../kinds/registry';
import { random } from '../../signal/random';
import type { Take } from '../../signal/take';
import type { LevelCalibration } from './calibration';
import { calibrateReturning } from './returning';
import { returningGuide } from './returning-guide';
import { RETURNING_STEPS } from './returning-steps';

const sensor = { id: 's', name: 'S', kind: 'wheel', lanes: [{ id: 'a', column: 'a' }] };

interface Spring {
  noise: number;
  /** σ of where it comes back to, counts. */
  scatter: number;
  /** Furthest counts each way. */
  ends: [up: number, down: number];
  pushes?: number;
  /** Counts that the other axis moves it by after each push. */
  bleed?: number;
  seed?: number;
}

/** Rest, and pushes both ways by formula: 60 ms out, 200 ms held, 60 ms back, 400 ms let go. */
function takesOf({ noise, scatter, ends: [up, down], pushes = 12, bleed = 0, seed = 1 }: Spring): Take[] {
  const r = random(seed);
  const take = (role: 'rest' | 'full', levels: number[]): Take => ({
    id: role,
    role,
    channels: ['a'],
    tUs: Float64Array.from(levels, (_, i) => i * 1000),
    counts: Uint16Array.from(levels, (l) => Math.min(4095, Math.max(0, Math.round(l + noise * r.gauss())))),
  });
  const levels = new Array<number>(300).fill(2000);
  let at = 2000;
  const go = (to: number, ms: number) => {
    for (let i = 1; i <= ms; i++) levels.push(at + ((to - at) * i) / ms);
    at = to;
  };
  for (let i = 0; i < pushes; i++) {
    go(i % 2 === 0 ? 2000 + up : 2000 - down, 60);
    go(at, 200);
    go(2000 + scatter * r.gauss(), 60);
    go(at, 400);
    if (bleed === 0) continue;
    go(at + (i % 4 < 2 ? bleed : -bleed), 60);
    go(at, 200);
    go(2000 + scatter * r.gauss(), 60);
    go(at, 400);
  }
  return [take('rest', new Array<number>(2000).fill(2000)), take('full', levels)];
}

const measured = (takes: Take[]) => {
  const report = calibrateReturning({ board: { bits: 12 }, sensor, takes });
  if (!report.ok) throw new Error(report.faults[0].says);
  return { ...report.value, lane: (report.value.calibration as LevelCalibration).lanes[0] };
};

describe('what a spring brings back', () => {
  it('reads nothing wherever it comes back to, and reaches both ends exactly, each its own', () => {
    let away = 0;
    for (let seed = 1; seed <= 30; seed++) {
      const takes = takesOf({ noise: 2, scatter: 15, ends: [1500, 900], seed });
      const { calibration, lane } = measured(takes);
      expect(lane.down!.reach).toBeLessThanOrEqual(900);
      expect(lane.up.reach).toBeGreaterThan(1350);
      const own = newInstrument('t', 'T', '2026-01-01T00:00:00Z');
      own.sensors = [{ ...sensor, board: own.boards[0].id, responses: [], calibration }];
      own.voices = kindOf(own.sensors[0]).firstVoices(own.sensors[0], 'main');
      const push = takes[1];
      const values = run(compile(own), push).map(({ tUs, bytes }) => [tUs / 1000, bytes[2]]);
      const heldAt = (ms: number) => values.filter(([t]) => t <= ms).at(-1)![1];
      // In the middle of each push it is full; let go, it reads nothing.
      const held = Array.from({ length: 12 }, (_, i) => heldAt(300 + 720 * i + 240));
      expect(held).toEqual(new Array(12).fill(127));
      const back = Array.from({ length: 12 }, (_, i) => heldAt(300 + 720 * i + 700));
      away += back.filter((v) => v > 0).length;
    }
    // One in twenty of 360.
    expect(away).toBeLessThanOrEqual(18);
  });
  it('what the other axis moves it by is no push', () => {
    const { lane, findings } = measured(takesOf({ noise: 2, scatter: 3, ends: [1500, 900], bleed: 75 }));
    expect(findings).toEqual([]);
    expect(lane.up.reach).toBeGreaterThan(1350);
    expect(lane.down!.reach).toBeGreaterThan(800);
  });
  it('a push that is held long, and one way only, are said; what was never pushed is refused', () => {
    const [rest, full] = takesOf({ noise: 2, scatter: 5, ends: [1500, 900] });
    full.counts.fill(3000, 2000, 3500);
    expect(measured([rest, full]).findings.map((f) => f.code)).toContain('does-not-return');
    const oneWay = takesOf({ noise: 2, scatter: 5, ends: [1500, -1500] });
    const job = (takes: Take[]) => calibrateReturning({ board: { bits: 12 }, sensor, takes });
    expect(job(oneWay).ok).toBe(false);
    expect(job([rest]).ok).toBe(false);
  });
  it('a guided run counts pushes whatever the scatter of the returns, and is done with the sixth', () => {
    for (const scatter of [0, 20, 60]) {
      const takes = takesOf({ noise: 2, scatter, ends: [1500, 900], pushes: 30 });
      const guide = returningGuide(RETURNING_STEPS, 1, 1000);
      const counts = [...new Array<number>(3500).fill(2000), ...takes[1].counts];
      const ended = counts.flatMap((count, ms) =>
        guide.feed(ms * 1000, [count]).flatMap((e) => (e.is === 'take-ends' ? [ms] : [])),
      );
      expect(ended.length).toBe(2);
      expect(ended[1] - ended[0]).toBeLessThan(6500);
    }
  });
});

it('two axes are drawn as a field: returns of both within their dead zones, and none of a push', () => {
  const [rest, full] = takesOf({ noise: 1, scatter: 12, ends: [900, 900] });
  const other = takesOf({ noise: 1, scatter: 12, ends: [900, 900], seed: 2 })[1];
  // The second axis is pushed once the first is done.
  const both = (a: ArrayLike<number>, b: ArrayLike<number>, from: number): Uint16Array<ArrayBuffer> => {
    const counts = new Uint16Array(2 * (from + b.length));
    for (let i = 0; i < from + b.length; i++) {
      counts[2 * i] = a[Math.min(i, a.length - 1)];
      counts[2 * i + 1] = b[Math.max(0, i - from)];
    }
    return counts;
  };
  const two = (take: Take, counts: Uint16Array<ArrayBuffer>): Take => ({
    ...take,
    ...{ channels: ['a', 'b'], counts },
    tUs: Float64Array.from({ length: counts.length / 2 }, (_, i) => i * 1000),
  });
  const takes = [
    two(rest, both(rest.counts, rest.counts, 0)),
    two(full, both(full.counts, other.counts, full.counts.length)),
  ];
  const stick = { ...sensor, kind: 'stick', lanes: ['a', 'b'].map((id) => ({ id, column: id })) };
  const report = calibrateReturning({ board: { bits: 12 }, sensor: stick, takes });
  if (!report.ok || report.value.is !== 'bank') throw new Error('it is calibrated');
  const { pictures, calibration } = report.value;
  const [{ lines }, ...more] = pictures!;
  const dead = (calibration as LevelCalibration).lanes.map(({ up }) => up.dead);
  expect(more).toEqual([]);
  expect(lines[0].points.length).toBeGreaterThan(20);
  const outside = lines[0].points.filter(([x, y]) => Math.abs(x) > dead[0] || Math.abs(y) > dead[1]);
  expect(outside.length / lines[0].points.length).toBeLessThan(0.15);
  expect(lines[1].points.map(([x, y]) => [Math.abs(x), Math.abs(y)])).toEqual(new Array(5).fill(dead));
});
