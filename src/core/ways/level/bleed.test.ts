import { describe, expect, it } from 'vitest';
import { random } from '../../signal/random';
import type { Role, Take } from '../../signal/take';
import { levelBankGuide } from './bank-guide';
import { calibrateSensorLevel } from './sensor-level';
import type { LevelReadings } from './report';
import { LEVEL_BANK_STEPS } from './steps';

const LANES = ['a', 'b', 'c'];
const RATE_HZ = 500;
const sensor = { id: 's', name: 'S', kind: 'pressure-sheet', lanes: LANES.map((id) => ({ id, column: id })) };

interface Press {
  lane: number;
  at: number;
  amp: number;
}

/** Each lane in turn, 200 ms every 650 ms. */
const inTurn = (times: number, amp: number, from = 0.5): Press[] =>
  Array.from({ length: times * LANES.length }, (_, i) => ({
    lane: i % LANES.length,
    at: from + 0.65 * i,
    amp: amp * (1 + 0.05 * (i % 4)),
  }));

/** A sheet by formula, 2500 counts at amp 1: a press moves its neighbours by a share of itself. */
function sheet(role: Role, presses: readonly Press[], share: number, seed = 1): Take {
  const r = random(seed);
  const frames = Math.round(RATE_HZ * (presses.length > 0 ? presses[presses.length - 1].at + 1.2 : 5));
  const counts = Array.from({ length: frames }, (_, i) =>
    LANES.map((_, lane) => {
      const moved = presses.reduce((sum, p) => {
        const since = i / RATE_HZ - p.at;
        if (since < 0 || since > 0.6) return sum;
        const held = Math.min(1, since / 0.03) * (since > 0.2 ? Math.exp((0.2 - since) / 0.04) : 1);
        const own = lane === p.lane ? 1 : Math.abs(lane - p.lane) === 1 ? share : 0;
        return sum + own * p.amp * held;
      }, 0);
      return Math.round(300 + 2500 * moved + 2 * r.gauss());
    }),
  );
  return {
    id: role,
    role,
    channels: LANES,
    tUs: Float64Array.from(counts, (_, i) => (i * 1e6) / RATE_HZ),
    counts: Uint16Array.from(counts.flat()),
  };
}

const measured = (share: number) => {
  const takes = [
    sheet('rest', [], share),
    sheet('soft', inTurn(6, 0.2), share, 2),
    sheet('medium', inTurn(4, 0.5), share, 3),
    sheet('loud', inTurn(4, 0.9), share, 4),
  ];
  const report = calibrateSensorLevel({ board: { bits: 12 }, sensor, takes });
  if (!report.ok) throw new Error(report.faults[0].says);
  return report.value;
};

// No recording and no outside source: a formula apart from the kind's own simulation.
describe('lanes that share a cover', () => {
  it('a neighbour’s crosstalk is no gesture: not to the guide, not to the calibration, and no note', () => {
    for (const share of [0, 0.03, 0.1]) {
      const { calibration, readings, findings } = measured(share);
      expect(findings.filter((f) => f.severity !== 'note')).toEqual([]);
      for (const lane of (readings as { lanes: LevelReadings[] }).lanes)
        expect(lane).toMatchObject({ chatter: 0, missedSoft: { missed: 0, of: 6 } });
      for (const { up } of calibration.lanes) {
        expect(up.off).toBeGreaterThan(share * 0.9 * 1.15 * 2500);
        expect(up.on).toBeLessThan(0.2 * 2500);
        expect(up.reach).toBeGreaterThan(0.9 * 2500);
      }
      const guide = levelBankGuide(LEVEL_BANK_STEPS.slice(0, 2), LANES.length, RATE_HZ);
      const take = sheet('soft', inTurn(6, 0.2, 7), share, 5);
      let done: number[] = [];
      take.tUs.forEach((tUs, i) => {
        guide.feed(tUs, take.counts.subarray(i * LANES.length, (i + 1) * LANES.length));
        const { lanes } = guide.view();
        if (lanes?.some((n) => n > 0)) done = lanes;
      });
      expect(done).toEqual([6, 6, 6]);
    }
  });
  it('crosstalk as strong as soft playing is said, with its moment and the lane that it comes from', () => {
    const found = measured(0.3).findings.find((f) => f.code === 'crosstalk' && f.lane === 'a')!;
    expect(found.says).toMatch(/^Playing b moves it by \d+ counts/);
    expect(found.evidence!.take).toBe('loud');
  });
});
