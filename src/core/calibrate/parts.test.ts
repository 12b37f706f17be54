import { laneLevel } from '../ways/level/lane-level';
import { describe, expect, it } from 'vitest';
import { twoSided } from '../testing/identity-response';
import { attackReach, openingsOf } from '../ways/level/attack';
import { chatterFreeThresholds } from '../ways/level/raise-on-threshold';
import { chatterInEngine, chatterOf } from '../ways/level/chatter';
import type { Gesture } from './gesture-detector';
import type { PlayedTake } from './played-take';
import { playedDynamics } from '../ways/level/played-dynamics';
import { restInTake } from './rest-in-take';
import { sidednessOf } from '../ways/level/sidedness';
import { restOutliersOf, withoutOutliers } from './rest-outliers';
import { random } from '../signal/random';
import { gatesOf } from '../ways/level/choice';
import { openingsInEngine } from '../ways/level/replay';
import { distancesOf } from './distances';
import { makeTake } from '../testing/takes-by-formula';

const gesture = (peak: number): Gesture => ({
  fromUs: 0,
  toUs: 1,
  sign: peak >= 1000 ? 1 : -1,
  peak,
  peakUs: 0,
});
const from1000 = (g: Gesture) => Math.abs(g.peak - 1000);

describe('openings of a gate', () => {
  const tUs = Array.from({ length: 12 }, (_, i) => i * 1000);
  it('begin at on, last until below off, and keep the peak of their window only', () => {
    const distances = [0, 12, 30, 60, 90, 8, 7, 4, 12, 11, 3, 0];
    expect(openingsOf(tUs, distances, { on: 10, off: 5 }, 2000)).toEqual([
      { tUs: 1000, peak: 60 },
      { tUs: 8000, peak: 12 },
    ]);
  });
  it('give full velocity to p95 of loud attacks, never at or below on', () => {
    expect(
      attackReach(
        [
          { tUs: 0, peak: 100 },
          { tUs: 1, peak: 200 },
        ],
        10,
      ),
    ).toBe(195);
    expect(attackReach([{ tUs: 0, peak: 10 }], 10)).toBe(11);
    expect(attackReach([], 10)).toBeNull();
  });
});

describe('what moved in a rest take', () => {
  it('reaches back and on to rest, with a tenth of a second beside it; close ones are one', () => {
    const distances = new Int32Array(3000).fill(1);
    distances.fill(30, 1000, 1200).fill(6, 1200, 1300).fill(30, 1450, 1500).fill(19, 2500, 2600);
    expect(restOutliersOf(distances, 2, 1000)).toEqual([{ from: 900, to: 1600 }]);
    expect(Math.max(...withoutOutliers(distances, [{ from: 900, to: 1600 }]))).toBe(19);
  });
});

describe('which way playing goes', () => {
  it('follows the gestures, and takes an echo for an echo', () => {
    expect(sidednessOf([1500, 1600, 1550].map(gesture), from1000)).toBe('rising');
    expect(sidednessOf([500, 400, 450].map(gesture), from1000)).toBe('falling');
    expect(sidednessOf([1500, 500, 1600, 400].map(gesture), from1000)).toBe('both');
    expect(sidednessOf([1500, 950, 1600, 940, 1550, 960].map(gesture), from1000)).toBe('rising');
    expect(sidednessOf([1500, 1600, 1550, 1520, 400].map(gesture), from1000)).toBe('rising');
  });
});

describe('rest in a take that was played', () => {
  it('is found where it lies, moved or not, and not taken from a held note', () => {
    const strokes = makeTake('soft', { rest: 1006, noise: 2, peaks: new Array(10).fill(300) });
    expect(restInTake(strokes.counts, 1000, 1000, 2, 4095)).toBeCloseTo(1006, 0);
    const held = [...new Array(3000).fill(1040), ...new Array(600).fill(1001)];
    expect(restInTake(held, 1000, 1000, 2, 4095)).toBeCloseTo(1001, 1);
    expect(restInTake(new Array(3000).fill(3000), 1000, 1000, 2, 4095)).toBe(1000);
  });
});

describe('judging takes by a calibration', () => {
  const played = (role: PlayedTake['role'], counts: number[], gestures: Gesture[]): PlayedTake => ({
    id: role,
    role,
    tUs: counts.map((_, i) => i * 1000),
    counts,
    gestures,
    restHere: 1000,
  });
  const two = laneLevel(twoSided, 'breath')!;
  it('dynamics are the middle of each, every gesture on its own side', () => {
    const takes = [
      played('soft', [], [gesture(1120), gesture(930)]),
      played('loud', [], [gesture(2020), gesture(2600)]),
    ];
    expect(playedDynamics(takes, two)).toEqual({
      soft: expect.closeTo(0.1, 9),
      medium: null,
      loud: 1,
    });
  });
  it('chatter counts openings beyond one a gesture, on both sides, and not those of gestures that were missed', () => {
    const once = [1000, 1030, 1012, 1030, 1000, 970, 1000];
    const twice = [1000, 1030, 1005, 1030, 1000, 970, 995, 970, 1000];
    const both = [gesture(1030), gesture(970)];
    for (const count of [chatterOf, chatterInEngine]) {
      expect(count([played('soft', once, both)], two)).toBe(0);
      expect(count([played('soft', twice, both)], two)).toBe(2);
      expect(count([played('soft', [1000, 1015, 1000], [gesture(1015)])], two)).toBe(0);
    }
  });
  it('gates open in a take as often as in the engine, whatever the hold-off and however late frames are', () => {
    const r = random(31);
    for (const holdOffMs of [0, 1.3, 10, 33]) {
      let level = 1000;
      let now = 0;
      const counts = Uint16Array.from({ length: 20_000 }, () => {
        level += 0.02 * (1000 - level) + r.between(-6, 6);
        return Math.round(level);
      });
      const tUs = Float64Array.from(counts, () => (now += r.between(100, 1000)));
      const lane = { ...two, holdOffMs };
      const quick = gatesOf(lane).map(
        (gate) => openingsOf(tUs, distancesOf(counts, 1000, gate.sign), gate, 0).length,
      );
      expect(Math.min(...quick)).toBeGreaterThan(10);
      expect(openingsInEngine(lane, { tUs, counts })).toEqual(quick);
    }
  });
  it('a gate that only just held is onRaised: a wobble under “on” would open it twice on another day', () => {
    const side = { restOffset: 0, noise: 4, lag1: 0, rateHz: 1000, crossings: [], hours: 1, room: 3000 };
    const lowest = { on: 24, off: 8, perHour: 0 };
    const chatterFree = (...counts: number[]) =>
      chatterFreeThresholds(lowest, side, [played('soft', counts, [gesture(1100)])], 1000, 1, [100]);
    expect(chatterFree(1000, 1019, 1000, 1100, 1000)).toBe(lowest);
    const { on, off } = chatterFree(1000, 1021, 1000, 1100, 1000);
    expect(on - side.noise).toBeGreaterThan(21);
    expect(off).toBe(lowest.off);
  });
});
