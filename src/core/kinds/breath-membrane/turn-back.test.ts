import { expect, it } from 'vitest';
import { random } from '../../signal/random';
import type { Role, Take } from '../../signal/take';
import { breathMembraneWorkings } from './workings';
import { many } from '../../testing/many';

/* A membrane by a law of its own, apart from the practice board: reflected light against distance as 1/(d² + h²)-weighted overlap of two cones, which rises, peaks and falls. */

/** Share of the most, brightest at about 2.6 mm. */
const light = (mm: number): number => (27.7 * mm ** 2) / (mm ** 2 + 6.8) ** 2;

function takes(gapMm: number, falling: boolean, seed: number): Take[] {
  const r = random(seed);
  const take = (role: Role, blows: number, mm: number): Take => {
    const counts: number[] = [];
    const add = (depth: number) => {
      const share = 0.05 + 0.85 * light(Math.max(0.1, gapMm - depth));
      counts.push(Math.round(4096 * (falling ? 1 - share : share) + 2 * r.gauss()));
    };
    for (let i = 0; i < 600; i++) add(0);
    for (let b = 0; b < blows; b++) {
      const most = mm * r.between(0.93, 1.07);
      const ms = r.between(250, 500);
      for (let i = 0; i < ms; i++) add(most * Math.sin((Math.PI * i) / ms) ** 2);
      for (let i = 0; i < 500; i++) add(0);
    }
    if (blows === 0) for (let i = 0; i < 5000; i++) add(0);
    return {
      ...{ id: role, role, channels: ['m'] },
      tUs: Float64Array.from(counts, (_, i) => 1000 * i),
      counts: Uint16Array.from(counts),
    };
  };
  return [
    take('sweep', 1, 4),
    take('rest', 0, 0),
    take('soft', 20, 0.4),
    take('medium', 8, 1.6),
    take('loud', 8, 3.5),
    take('full', 3, 4.2),
  ];
}

const found = (gapMm: number, falling: boolean, seed: number, roles?: Role[]) => {
  const report = breathMembraneWorkings.calibrate({
    board: { bits: 12 },
    sensor: {
      id: 'm',
      name: 'M',
      kind: 'breath-membrane',
      lanes: [{ id: 'm', column: 'm' }],
      facts: { gapMm },
    },
    takes: takes(gapMm, falling, seed).filter(({ role }) => !roles || roles.includes(role)),
  });
  if (!report.ok) throw new Error(report.faults[0].says);
  return report.value.findings.find((f) => f.code === 'turns-back');
};

it('a breath past the brightest place is told, with the gap at which it would not be; one short of it is not', () => {
  for (let seed = 1; seed <= many(1); seed++)
    for (const falling of [false, true]) {
      expect([5, 9].map((gap) => found(gap, falling, seed, ['rest', 'sweep'])?.code)).toEqual([
        'turns-back',
        undefined,
      ]);
      for (const gap of [8, 9, 10]) expect(found(gap, falling, seed), `${gap} mm, ${seed}`).toBeUndefined();
      for (const gap of [4.5, 5, 5.5]) {
        const finding = found(gap, falling, seed);
        expect(finding, `${gap} mm, ${seed}`).toMatchObject({ severity: 'fault' });
        const to = Number(/to about (\d+) mm/.exec(finding!.cures[0].says)![1]);
        // All its travel lies beyond 2.6 mm from 7 mm on; far away little light is left.
        expect([to >= 7, to <= 13], `to ${to} mm`).toEqual([true, true]);
      }
    }
});
