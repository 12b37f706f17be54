import { describe, expect, it } from 'vitest';
import { breathController, identityInstrument } from '../testing/identity-response';
import type { Filter } from '../shape/filters';
import type { Take } from '../signal/take';
import { countTakes } from './lane-counts';
import { landingOf } from './landing';
import { busiestSecond, flickerPerMinute } from './sends';
import { USE_BINS } from './use-bins';

const take = (counts: number[]): Take => ({
  id: 't',
  role: 'soft',
  channels: ['other', 'breath'],
  tUs: Float64Array.from(counts, (_, i) => i * 1000),
  counts: Uint16Array.from(counts.flatMap((c) => [7, c])),
});
/** Count at which a straight response of 1020 … 2020 reads a 7-bit step. */
const reading = (step: number) => 1020 + Math.round((1000 * step) / 127);
const land = (counts: number[], gamma?: number) => {
  const instrument = identityInstrument([breathController()]);
  const response = gamma ? ({ family: 'power', gamma } as const) : ({ family: 'straight' } as const);
  const port = { instrument, sensor: instrument.sensors[0], port: 'breath', lanes: [0] };
  return landingOf(countTakes(port, [take(counts)]), () => response);
};
const repeat = (n: number, count: number): number[] => new Array(n).fill(count);

describe('where playing lies and lands', () => {
  it('shares out playing time, rest left out: a quarter low, three quarters high', () => {
    const { along, lands, levels } = land([
      ...repeat(500, 1000),
      ...repeat(100, reading(10)),
      ...repeat(300, reading(100)),
    ]);
    const bin = (step: number) => Math.floor((step / 127) * USE_BINS);
    for (const bins of [along, lands]) {
      expect(bins[bin(10)]).toBe(0.25);
      expect(bins[bin(100)]).toBe(0.75);
      expect(bins.reduce((a, b) => a + b)).toBeCloseTo(1, 12);
    }
    expect(levels).toBe(2);
  });
  it('moves only where it lands when the curve is bent', () => {
    const counts = repeat(100, 1270);
    expect(land(counts, 2).along).toEqual(land(counts).along);
    expect(land(counts, 2).lands.indexOf(1)).toBe(Math.floor(0.25 ** 2 * USE_BINS));
  });
  it('counts a value as used from a thousandth of the playing time on', () => {
    expect(land([...repeat(1998, reading(50)), ...repeat(2, reading(60)), reading(70)]).levels).toBe(1);
    expect(land([...repeat(1997, reading(50)), ...repeat(2, reading(60)), reading(70)]).levels).toBe(2);
  });
  it('finds the middle of playing and the largest step between frames, up or down', () => {
    const { middle, largestJump } = land([1000, reading(20), reading(30), reading(110), reading(40)]);
    expect([middle, largestJump]).toEqual([30, 80]);
    expect(land([1000, 1000])).toMatchObject({ middle: 0, largestJump: 0, levels: 0 });
  });
});

it('lands through the filter of a response, which takes off how far it jumps', () => {
  const instrument = identityInstrument([breathController()]);
  const port = { instrument, sensor: instrument.sensors[0], port: 'breath', lanes: [0] };
  const takes = countTakes(port, [take([...repeat(100, 1000), ...repeat(100, reading(100))])]);
  const jump = (filter?: Filter) => landingOf(takes, () => ({ family: 'straight', filter })).largestJump;
  expect(jump()).toBe(100);
  expect(jump({ is: 'exponential', cutoffHz: 20 })).toBeLessThan(20);
});

it('the busiest second is that with most messages, wherever it lies', () => {
  const instrument = identityInstrument([breathController()]);
  // Ten changes a second for three seconds, forty in the last.
  const counts = Array.from({ length: 4000 }, (_, ms) =>
    reading(20 + 5 * (Math.floor(ms / (ms < 3000 ? 100 : 25)) % 2)),
  );
  const most = busiestSecond(instrument, instrument.sensors[0], take(counts));
  expect(most).toBeGreaterThanOrEqual(39);
  expect(most).toBeLessThanOrEqual(41);
});

describe('flicker at rest', () => {
  const flickerOf = (voices: Parameters<typeof identityInstrument>[0], rest: Take) => {
    const instrument = identityInstrument(voices);
    return flickerPerMinute(instrument, instrument.sensors[0], rest);
  };
  it('is what the voices send a minute after their first message', () => {
    const still = take(repeat(6001, 1000));
    // Six seconds; three times up a step and down again, so six messages: sixty a minute.
    const trembling = take(repeat(6001, 1000).map((c, i) => (i % 2000 === 500 ? 1032 : c)));
    expect(flickerOf([breathController()], still)).toBe(0);
    expect(flickerOf([breathController()], trembling)).toBe(60);
    expect(flickerOf([breathController({ bits: 14 })], still)).toBe(0);
  });
});
