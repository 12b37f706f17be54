import { describe, expect, it } from 'vitest';
import { compile } from '../../compile/compile';
import { run } from '../../engine/run';
import { newInstrument } from '../../instrument/create';
import type { Instrument } from '../../instrument/document';
import { laneControllers } from '../../kinds/level-voices';
import { random } from '../../signal/random';
import type { Role, Take } from '../../signal/take';
import { calibrateTravel } from './calibrate';
import type { TravelCalibration } from './calibration';

interface Way {
  /** Counts where it is left, in order, and how long, s. */
  stops: [count: number, seconds: number][];
  noise: number;
  /** Share of samples that lie anywhere at all. */
  outliers?: number;
  seed?: number;
}

/** A take by formula, not by the practice board: straight ways of half a second from stop to stop. */
function takeOf(role: Role, { stops, noise, outliers = 0, seed = 1 }: Way): Take {
  const r = random(seed + role.length);
  const counts: number[] = [];
  const put = (level: number) =>
    counts.push(
      r.next() < outliers
        ? r.whole(0, 1023)
        : Math.min(1023, Math.max(0, Math.round(level + noise * r.gauss()))),
    );
  stops.forEach(([count, seconds], i) => {
    const before = i > 0 ? stops[i - 1][0] : count;
    if (i > 0) for (let k = 0; k < 500; k++) put(before + ((count - before) * k) / 500);
    for (let k = 0; k < 1000 * seconds; k++) put(count);
  });
  const tUs = Float64Array.from(counts, (_, i) => i * 1000);
  return { id: role, role, channels: ['a'], tUs, counts: Uint16Array.from(counts) };
}

const sensor = { id: 's', name: 'S', kind: 'pot', lanes: [{ id: 'a', column: 'a' }] };
const measured = (takes: Take[], begins: 'at nothing' | 'anywhere' = 'anywhere') => {
  const report = calibrateTravel({ board: { bits: 10 }, sensor, takes }, begins);
  if (!report.ok) throw new Error(report.faults[0].says);
  const calibration = report.value.calibration as TravelCalibration;
  return { ...report.value, calibration, lane: calibration.lanes[0] };
};
const ends = (low: number, high: number): Way['stops'] => [
  [500, 0.5],
  [low, 0.8],
  [high, 0.8],
];

describe('ends and deadband of what stays where it is left', () => {
  it('lie a little within its ends, whatever its noise, and 5 % of samples anywhere move them by no more than that', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const noise = 0.2 + 0.08 * seed;
      const outliers = seed % 2 === 0 ? 0.05 : 0;
      const { lane } = measured([
        takeOf('still', { stops: [[500, 3]], noise, seed }),
        takeOf('sweep', { stops: ends(30, 985), noise, outliers, seed }),
      ]);
      const within = 10 * noise + 5;
      expect([seed, lane.low >= 30 && lane.low <= 30 + within]).toEqual([seed, true]);
      expect([seed, lane.high <= 985 && lane.high >= 985 - within]).toEqual([seed, true]);
      // The median of absolute deviations of 1000 samples is known to some 4 %; the greatest of several standstills is taken.
      expect(lane.noise).toBeGreaterThan(0.85 * Math.max(0.2887, noise));
      expect(lane.noise).toBeLessThan(1.3 * Math.max(0.35, noise));
    }
  });
  it('a knob left alone in other places than those measured sends nothing for a minute; both ends are reached exactly', () => {
    const { calibration } = measured([
      takeOf('still', {
        stops: [
          [500, 3],
          [200, 3],
        ],
        noise: 1.5,
      }),
      takeOf('sweep', { stops: ends(10, 1010), noise: 1.5 }),
    ]);
    const instrument: Instrument = newInstrument('t', 'T', '2026-01-01T00:00:00Z');
    instrument.boards[0].bits = 10;
    instrument.sensors = [{ ...sensor, board: instrument.boards[0].id, responses: [], calibration }];
    instrument.voices = laneControllers(instrument.sensors[0], 'turn', 16, 'main');
    const played = (way: Way) =>
      run(compile(instrument), takeOf('still', way)).map(({ tUs, bytes }) => [tUs / 1e6, bytes[2]]);
    for (const place of [350, 611, 733]) {
      const sent = played({ stops: [[place, 60]], noise: 1.5, seed: place });
      expect(sent.filter(([s]) => s > 1)).toEqual([]);
    }
    const swept = played({
      stops: [
        [10, 0.5],
        [1010, 0.5],
        [10, 0.5],
      ],
      noise: 1.5,
      seed: 9,
    });
    expect([swept[0][1], Math.max(...swept.map(([, v]) => v)), swept.at(-1)![1]]).toEqual([0, 127, 0]);
  });
  it('a pedal that reads high while it is up falls; a pot is taken as it is wired', () => {
    const takes = [
      takeOf('sweep', {
        stops: [
          [980, 0.8],
          [40, 0.8],
          [980, 0.8],
        ],
        noise: 1,
      }),
    ];
    expect(measured(takes, 'at nothing').calibration.polarity).toBe('falling');
    expect(measured(takes).calibration.polarity).toBe('rising');
  });
  it('the chart of messages a minute falls to none where the deadband is', () => {
    const { pictures, lane } = measured([
      takeOf('still', { stops: [[500, 6]], noise: 2 }),
      takeOf('sweep', { stops: ends(30, 985), noise: 2 }),
    ]);
    const [{ lines, marks }] = pictures!;
    const perMinute = lines[0].points.map(([, n]) => n);
    expect(perMinute[0]).toBeGreaterThan(10_000);
    expect(perMinute.every((n, i) => i === 0 || n <= perMinute[i - 1] * 1.05)).toBe(true);
    expect(marks[0].x).toBe(lane.deadband);
    expect(lane.deadband).toBeGreaterThanOrEqual(6);
  });
});

describe('bad takes', () => {
  const codes = (takes: Take[]) => measured(takes).findings.map((f) => f.code);
  it('a wiper that jumps for some milliseconds is found at its moment', () => {
    const sweep = takeOf('sweep', { stops: ends(30, 985), noise: 1 });
    sweep.counts.fill(0, 2500, 2503);
    const { findings } = measured([sweep]);
    expect(findings.map((f) => f.code)).toEqual(['wiper-jumps']);
    expect(Math.abs(findings[0].evidence!.fromUs + 20_000 - 2_500_000)).toBeLessThanOrEqual(2000);
  });
  it('an end that was passed and not held, and a travel that is short, are said', () => {
    const passed: Way['stops'] = [
      [500, 0.5],
      [30, 0.8],
      [985, 0],
      [900, 0.8],
    ];
    expect(codes([takeOf('sweep', { stops: passed, noise: 1 })])).toEqual(['end-not-held']);
    expect(codes([takeOf('sweep', { stops: ends(400, 560), noise: 1 })])).toEqual(['short-travel']);
  });
  it('what was never moved is refused in one sentence; what was moved and never left is measured by how far it went, and that is said', () => {
    const job = (takes: Take[]) => calibrateTravel({ board: { bits: 10 }, sensor, takes }, 'anywhere');
    expect(job([takeOf('sweep', { stops: [[500, 3]], noise: 1 })]).ok).toBe(false);
    expect(job([takeOf('still', { stops: [[500, 3]], noise: 1 })]).ok).toBe(false);
    const to = (count: number): [number, number] => [count, 0];
    const never = [takeOf('sweep', { stops: [30, 985, 30, 985].map(to), noise: 1 })];
    expect(codes(never)).toEqual(['end-not-held']);
    expect(measured(never).lane.high).toBeGreaterThan(880);
  });
});
