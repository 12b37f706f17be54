import { describe, expect, it } from 'vitest';
import type { Stroke } from '../calibrate/dynamics';
import { curveOf } from '../shape/families';
import { random } from '../signal/random';
import { furthestApart, lanesLand, madeAlike } from './lanes-alike';

const ROLES = { soft: 0.15, medium: 0.4, loud: 0.75 };
const LANES = ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h', 'i'];
/** Four strips (J07 of the maker's handbook), nine stones, 88 keys (J01). */
const BANKS = [4, 9, 88].map((n) => Array.from({ length: n }, (_, i) => `lane${i}`));

/** Lanes that answer differently: each its own gain, bent its own way. @returns where a gesture truly lies on a lane */
function unevenLanes(seed: number, lanes = LANES): (lane: string, at: number) => number {
  const r = random(seed);
  const own = new Map(lanes.map((lane) => [lane, { gain: r.between(0.7, 1.15), bend: r.between(0.8, 1.3) }]));
  return (lane, at) => Math.min(1, own.get(lane)!.gain * at ** own.get(lane)!.bend);
}
const playedOn = (
  truth: (lane: string, at: number) => number,
  seed: number,
  each: number,
  lanes = LANES,
): Stroke[] => {
  const r = random(seed);
  return lanes.flatMap((lane) =>
    Object.entries(ROLES).flatMap(([role, at]) =>
      Array.from({ length: each }, () => ({
        ...{ lane, role },
        strength: Math.min(1, Math.max(0, truth(lane, at) + 0.02 * r.gauss())),
      })),
    ),
  );
};
const straight = { family: 'straight' as const };

describe('lanes that are made alike', () => {
  it('answer alike within two steps where gestures truly lie, by what thirty of each that scatter by 2 % tell', () => {
    for (const [seed, lanes] of BANKS.entries()) {
      const truth = unevenLanes(seed, lanes);
      const strokes = playedOn(truth, 100 + seed, 30, lanes);
      const shared = { family: 'power' as const, gamma: 0.8 };
      const { responses } = madeAlike(strokes, lanes, shared);
      const apart = (answers: (lane: string) => (x: number) => number) =>
        Object.values(ROLES).map((at) => {
          const lands = lanes.map((lane) => 127 * answers(lane)(truth(lane, at)));
          return Math.max(...lands) - Math.min(...lands);
        });
      expect(Math.max(...apart(() => curveOf(shared)))).toBeGreaterThan(9);
      const middles = apart((lane) => curveOf(responses[lane])).map((spread) => spread / 2);
      expect(Math.max(...middles)).toBeLessThan(2);
    }
  });

  it('stay as they are where nothing but chance sets them apart', () => {
    const strokes = playedOn((_, at) => at, 7, 6);
    const { responses } = madeAlike(strokes, LANES, straight);
    const before = furthestApart(lanesLand(strokes, LANES, () => straight));
    for (const lane of LANES)
      for (const at of Object.values(ROLES))
        expect(Math.abs(127 * (curveOf(responses[lane])(at) - at))).toBeLessThan(before / 3);
  });

  it('can be like one of them, and one that was not played softly keeps the shared curve', () => {
    const truth = unevenLanes(9);
    const strokes = playedOn(truth, 3, 20).filter(({ lane, role }) => lane !== 'c' || role !== 'soft');
    const { responses } = madeAlike(strokes, LANES, straight, 'b');
    expect(Object.keys(responses).sort()).toEqual(LANES.filter((lane) => lane !== 'b' && lane !== 'c'));
    for (const lane of Object.keys(responses))
      expect(127 * curveOf(responses[lane])(truth(lane, 0.4))).toBeCloseTo(127 * truth('b', 0.4), -0.7);
  });
});

it('lanes beside each other: each by how far it lies from the middle of all, with its sign', () => {
  const strokes = [0.3, 0.3, 0.5].map((strength, i) => ({ lane: LANES[i], role: 'medium', strength }));
  const [a, , c, d] = lanesLand(strokes, LANES.slice(0, 4), () => straight);
  expect(a).toMatchObject({ apart: 0, played: { soft: 0, medium: 1, loud: 0 } });
  expect(c.apart).toBeCloseTo(127 * 0.2, 9);
  expect([d.apart, d.medians]).toEqual([0, {}]);
});
