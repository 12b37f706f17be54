import { describe, expect, it } from 'vitest';
import { random } from '../signal/random';
import { crosstalkOf, spanOf } from './crosstalk';
import { follows } from './follows';
import { humAtRest } from './hum-at-rest';
import type { ListenedLane } from './listened-recording';
import { plateauOf, reachOf } from './plateau';
import { lostFrames } from './timing-detectors';
import { looseStretches } from './loose-wire';

const RATE_HZ = 1000;
const counts = (n: number, of: (i: number) => number) =>
  Uint16Array.from({ length: n }, (_, i) => Math.round(of(i)));
const lane = (own: Uint16Array): ListenedLane => ({
  ...{
    sensor: 's',
    lane: 'l',
    column: 'c',
    counts: own,
    plateau: plateauOf(own, RATE_HZ, 4095),
    ...reachOf(own),
  },
  ...{ moves: reachOf(own).excursion > 40, hum: [], clipping: [] },
});

describe('the plateau of a lane', () => {
  it('is where most of its still windows lie, though it is held elsewhere and struck between', () => {
    const r = random(3);
    const own = counts(20_000, (i) => {
      const held = i % 4000 >= 2600 && i % 4000 < 3800;
      return (held ? 3000 : i % 700 === 0 ? 2400 : 1000) + 2 * r.gauss();
    });
    const { rest, noise, share, windows } = plateauOf(own, RATE_HZ, 4095);
    expect(rest).toBeCloseTo(1000, 0);
    expect(Math.abs(noise - 2)).toBeLessThan(0.2);
    expect(share).toBeGreaterThan(0.3);
    expect(windows.every((w) => Math.abs(w.level - 1000) < 2)).toBe(true);
  });
  it('follows a drift from window to window, and says how far it went', () => {
    const r = random(4);
    const { driftPerMinute, drifted, share } = plateauOf(
      counts(30_000, (i) => 1000 + i / 100 + 2 * r.gauss()),
      RATE_HZ,
      4095,
    );
    expect(share).toBe(1);
    expect(driftPerMinute).toBeCloseTo(600, -1);
    expect(drifted).toBeCloseTo(300, -1);
  });
  it('of a take shorter than a window is that take; drift needs three seconds', () => {
    expect(
      plateauOf(
        counts(20, (i) => 50 + (i % 2)),
        RATE_HZ,
        1023,
      ),
    ).toMatchObject({ rest: 50.5, share: 1, driftPerMinute: null });
    expect(
      plateauOf(
        counts(2500, () => 50),
        RATE_HZ,
        1023,
      ).driftPerMinute,
    ).toBeNull();
  });
  it('its reach passes over two misread counts at either end, and no more', () => {
    const own = counts(5000, (i) => (i < 2 ? 0 : i < 4 ? 4095 : i < 7 ? 3000 : 1000));
    const { low, high } = reachOf(own);
    expect(low).toBeCloseTo(1000, 0);
    expect(high).toBeCloseTo(3000, 0);
  });
});

it('hum is found though it lasts two seconds of twelve, and none where there is none', () => {
  for (let seed = 1; seed <= 12; seed++) {
    const r = random(seed);
    const at = r.whole(0, 3) * 2500 + 1000;
    const played = (i: number) => (i >= 5500 && i < 6500 ? 900 * Math.sin(((i - 5500) * Math.PI) / 1000) : 0);
    const own = (hum: number) =>
      lane(
        counts(12_000, (i) => {
          const on = i >= at && i < at + 2000 ? hum * Math.sin((2 * Math.PI * 50 * i) / 1000) : 0;
          return 1000 + played(i) + on + 2 * r.gauss();
        }),
      );
    const found = (hum: number) => {
      const { counts: listened, plateau } = own(hum);
      const [first] = humAtRest(listened, plateau, RATE_HZ);
      return [first.hz, Math.round(first.amplitude)];
    };
    if (at < 3500 || at >= 6500) expect(found(6)[0], `seed ${seed}`).toBe(50);
    if (at < 3500 || at >= 6500) expect(found(6)[1], `seed ${seed}`).toBeGreaterThanOrEqual(4);
    expect(found(0)[1], `seed ${seed}`).toBe(0);
  }
});

describe('what lanes have to do with each other', () => {
  const stroke = (i: number) => Math.max(0, Math.sin((2 * Math.PI * i) / 1000));
  it('crosstalk is measured only while one is played alone, and only to those that have a span', () => {
    const a = lane(counts(8000, (i) => 1000 + (i < 4000 ? 2000 * stroke(i) : 0)));
    const b = lane(counts(8000, (i) => 1000 + (i < 4000 ? 300 * stroke(i) : 1500 * stroke(i))));
    const still = lane(counts(8000, () => 700));
    const [[, ab, as], [ba], [sa]] = crosstalkOf([a, b, still]);
    expect(ab).toBeCloseTo(0.2, 2);
    expect([as, ba, sa]).toEqual([null, 0, null]);
    expect(spanOf(still)).toBe(0);
    expect(crosstalkOf([])).toEqual([]);
  });
  it('a lane that is played at the same time, in a shape or a proportion of its own, does not answer', () => {
    const r = random(2);
    const loud = Array.from({ length: 8 }, () => r.between(0.6, 1));
    const soft = Array.from({ length: 8 }, () => r.between(0.1, 1));
    const strokes = (of: number[], width: number, late: number) =>
      lane(
        counts(8000, (i) => {
          const at = ((i + 8000 - late) % 1000) / width;
          return 1000 + 2000 * of[Math.floor(i / 1000)] * (at < 1 ? Math.sin(Math.PI * at) : 0);
        }),
      );
    const answer = (of: number[], width: number, late: number) =>
      crosstalkOf([strokes(loud, 500, 0), strokes(of, width, late)])[0][1];
    const quarter = loud.map((height) => height / 4);
    expect(answer(quarter.with(3, 1), 500, 0)).toBeCloseTo(0.25, 1);
    expect(answer(quarter.with(3, 1), 300, 120)).toBe(0);
    const uneven = loud.map((height, k) => height * [0.14, 0.3][k % 2]);
    expect(answer(uneven.with(3, 1), 500, 0)).toBe(0);
    expect(answer(soft, 300, 120) ?? 0).toBe(0);
  });
  it('a copy is told from a neighbour that is only alike now and then, and from a small share', () => {
    const r = random(9);
    const before = lane(counts(6000, (i) => 500 + 3000 * stroke(i)));
    expect(follows(before, lane(counts(6000, (i) => 300 + 2500 * stroke(i) + 5 * r.gauss())), 4095)).toBe(
      true,
    );
    expect(follows(before, lane(counts(6000, (i) => 300 + 400 * stroke(i))), 4095)).toBe(false);
    expect(follows(before, lane(counts(6000, (i) => 300 + 2500 * stroke(1.7 * i))), 4095)).toBe(false);
    expect(follows(lane(counts(6000, () => 500)), before, 4095)).toBe(false);
  });
});

describe('what is no gesture', () => {
  it('a wire lets go and holds again within one scan each, for 1 to 300 ms, at a rail or, of a smooth sensor, anywhere', () => {
    const at = (of: (i: number) => number, family?: ListenedLane['family']) =>
      looseStretches({ ...lane(counts(3000, of)), family }, 4095, 1000).map(({ from, to }) => [from, to]);
    const blown = (i: number) => 2000 + 800 * Math.sin(i / 150);
    for (const ms of [1, 4, 40, 150, 300])
      expect(at((i) => (i >= 400 && i < 400 + ms ? 4095 : 2000))).toEqual([[400, 400 + ms]]);
    expect(at((i) => (i >= 400 && i < 460 ? 0 : blown(i)))).toEqual([[400, 460]]);
    // Whatever lies between: an open pin wanders.
    expect(at((i) => (i >= 400 && i < 460 ? 900 + 4 * (i - 400) : blown(i)), 'breath')).toEqual([[400, 460]]);
    expect(at((i) => (i >= 400 && i < 800 ? 0 : 2000))).toEqual([]);
    expect(at((i) => (i > 400 ? 0 : 2000))).toEqual([]);
  });
  it('a fast stroke, a touch and a lift are none', () => {
    const at = (of: (i: number) => number, family?: ListenedLane['family']) =>
      looseStretches({ ...lane(counts(3000, of)), family }, 4095, 1000);
    const fast = (i: number) => (i > 400 && i < 420 ? 1000 * Math.sin(((i - 400) * Math.PI) / 20) : 0);
    expect(at((i) => 2000 + fast(i), 'breath')).toEqual([]);
    const taps = (i: number) => (i % 300 < 120 ? 900 : 400);
    expect(at(taps, 'touch')).toEqual([]);
    expect(at(taps)).toEqual([]);
    // A ribbon rests at the rail; a lift of it is no loose wire.
    const ribbon = (i: number) => (i < 1600 || i % 400 < 100 ? 0 : 2500);
    expect(at(ribbon, 'place')).toEqual([]);
  });
  it('frames are missing by their times: one in a gap of two periods, none in one of 1.4', () => {
    expect(lostFrames([0, 1000, 3000, 4000, 5400], 1000)).toBe(1);
    expect(lostFrames([0, 1000, 11_000], 1000)).toBe(9);
    expect(lostFrames([0, 1000, 11_000], 1000, 3)).toBe(0);
    expect(lostFrames([5], 1000)).toBe(0);
  });
});
