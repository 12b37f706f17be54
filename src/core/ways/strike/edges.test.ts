import { expect, it } from 'vitest';
import { strikePads } from '../../kinds/strike-pads/kind';
import { workingsOf } from '../../kinds/workings-registry';
import { newSensor } from '../../kinds/new-sensor';
import { random } from '../../signal/random';
import type { Take } from '../../signal/take';

const MS = 1000;
/** Two pads at rest at 2048, struck in turn every 300 ms: a peak that dies away in 20 ms. @param peaks of the first and the second, in turn */
function strikes(role: Take['role'], peaks: readonly number[]): Take {
  const r = random(5);
  const frames = 500 + 300 * peaks.length;
  const tUs = Float64Array.from({ length: frames }, (_, i) => i * MS);
  const counts = new Uint16Array(2 * frames).map(() => Math.round(2048 + 2 * r.gauss()));
  peaks.forEach((peak, n) => {
    for (let ms = 0; ms < 100; ms++) {
      const at = 2 * (400 + 300 * n + ms) + (n % 2);
      counts[at] = Math.min(4095, counts[at] + Math.round(peak * Math.exp(-ms / 20)));
    }
  });
  return { id: role, role, channels: ['pads-1', 'pads-2'], tUs, counts };
}
const calibrate = (takes: Take[]) => {
  const sensor = newSensor(strikePads, 'pads', 'Pads', 'board', 2);
  const lanes = sensor.lanes.map((lane, i) => ({ ...lane, column: `pads-${i + 1}` }));
  const report = workingsOf(sensor).calibrate({
    board: { bits: 12, supplyVolts: 3.3 } as never,
    sensor: { ...sensor, lanes },
    takes,
  });
  if (!report.ok || report.value.is !== 'bank') throw new Error(JSON.stringify(report));
  return report.value;
};
const twice = (a: number, b: number) => [a, b, a, b, a, b];
const PLAYED = [
  strikes('rest', []),
  strikes('soft', twice(150, 150)),
  strikes('medium', twice(600, 600)),
  strikes('loud', twice(1500, 1500)),
];

it('a pad that reads little at its edge is told, with the velocities that come of it; one that reads alike is not', () => {
  const { readings, findings } = calibrate([...PLAYED, strikes('edge', twice(300, 570))]);
  const percent = readings.lanes.map((l) => l.numbers.edgePercent);
  expect(Math.abs(percent[0] - 50)).toBeLessThanOrEqual(3);
  expect(Math.abs(percent[1] - 95)).toBeLessThanOrEqual(3);
  const weak = findings.filter(({ code }) => code === 'weak-edge');
  expect(weak.map(({ lane }) => lane)).toEqual([readings.lanes[0].lane]);
  const [, middle, edge] = /velocity (\d+) in the middle is (\d+) there/.exec(weak[0].says)!.map(Number);
  // Full is 1575, "on" a third of the softest: straight between.
  expect(Math.abs(middle - (1 + 126 * (548 / 1523)))).toBeLessThan(4);
  expect(Math.abs(edge - (1 + 126 * (248 / 1523)))).toBeLessThan(4);
});
it('without such a take nothing is said of edges, and with one nothing else changes', () => {
  const [without, with_] = [calibrate(PLAYED), calibrate([...PLAYED, strikes('edge', twice(560, 570))])];
  expect(without.readings.lanes.some((l) => 'edgePercent' in l.numbers)).toBe(false);
  expect((with_.calibration as { lanes: unknown }).lanes).toEqual(
    (without.calibration as { lanes: unknown }).lanes,
  );
});
