import { expect, it } from 'vitest';
import { random, type Random } from '../../signal/random';
import type { Role, Take } from '../../signal/take';
import { openingsInEngine } from './replay';
import { calibrateSensorLevel } from './sensor-level';
import { many } from '../../testing/many';

const REST = 400;
const NOISE = 2;

/** A soft material by formula: it reads what presses it and what it has given, which follows in a time constant, s. */
interface Sheet {
  gives: number;
  fadesS: number;
  /** From press to press, s; each takes 0.3 of them. */
  pauseS: number;
}

function take(role: Role, peaks: readonly number[], { gives, fadesS, pauseS }: Sheet, r: Random): Take {
  const each = Math.round(1000 * (0.3 + pauseS));
  const frames = 1500 + each * peaks.length;
  let given = 0;
  const counts = Uint16Array.from({ length: frames }, (_, i) => {
    const n = Math.floor((i - 1000) / each);
    const since = (i - 1000 - n * each) / 1000;
    const pressed =
      n >= 0 && n < peaks.length && since < 0.3 ? peaks[n] * Math.sin((Math.PI * since) / 0.3) : 0;
    given += (gives * pressed - given) * (1 - Math.exp(-0.001 / fadesS));
    return Math.round(REST + pressed + given + NOISE * r.gauss());
  });
  const tUs = Float64Array.from(counts, (_, i) => 1000 * i);
  return { id: role, role, channels: ['k'], tUs, counts };
}

const about = (peak: number, n: number, r: Random) =>
  Array.from({ length: n }, () => peak * (1 + 0.06 * r.gauss()));

it('a sheet that creeps back slowly is pressed as often as it was pressed, and each press is one note that ends', () => {
  for (let seed = 1; seed <= many(5); seed++) {
    const r = random(seed);
    const sheet = { gives: r.between(0.02, 0.3), fadesS: r.between(0.4, 4), pauseS: r.between(0.35, 1) };
    const takes = [
      { ...take('rest', [], sheet, r), id: 'rest' },
      take('soft', about(300, 20, r), sheet, r),
      take('medium', about(900, 12, r), sheet, r),
      take('loud', about(2000, 10, r), sheet, r),
    ];
    const sensor = { id: 's', name: 'S', kind: 'pressure-sheet', lanes: [{ id: 'k', column: 'k' }] };
    const report = calibrateSensorLevel({ board: { bits: 12 }, sensor, takes }, undefined, { creeps: true });
    if (!report.ok) throw new Error(`${seed}: ${report.faults[0].says}`);
    const { played, level } = report.value.lanes[0];
    const pressed = played.map(({ gestures }) => gestures.filter((g) => g.peak - REST > 50).length);
    // A soft press that comes while it still creeps from the one before may count as one with it.
    expect([seed, Math.abs(pressed[0] - 20) <= 2, ...pressed.slice(1)]).toEqual([seed, true, 12, 10]);
    const openings = takes.slice(1).map((own) => openingsInEngine(level, own)[0]);
    expect([seed, ...openings]).toEqual([seed, 20, 12, 10]);
  }
});

it('what is blown on softly after some gestures raises no threshold', () => {
  const r = random(77);
  const sheet = { gives: 0, fadesS: 1, pauseS: 0.8 };
  const takes = [
    { ...take('rest', [], sheet, r), id: 'rest' },
    take('soft', about(300, 20, r), sheet, r),
    take('loud', about(2000, 10, r), sheet, r),
  ];
  const calibrated = () => {
    const sensor = { id: 's', name: 'S', kind: 'breath-gauge', lanes: [{ id: 'k', column: 'k' }] };
    const report = calibrateSensorLevel({ board: { bits: 12 }, sensor, takes });
    if (!report.ok) throw new Error(report.faults[0].says);
    return report.value.calibration.lanes[0].up;
  };
  const { on } = calibrated();
  const { counts } = takes[2];
  // After three of the loud ones it goes on at 100 counts for 400 ms.
  for (const press of [1, 4, 7])
    for (let i = 0; i < 400; i++) {
      const at = 1000 + 1100 * press + 290 + i;
      counts[at] = Math.max(counts[at], Math.round(REST + 100 + NOISE * r.gauss()));
    }
  expect(calibrated().on).toBeLessThan(on + 6);
});
