import { expect, it } from 'vitest';
import { withResponse } from '../instrument/access';
import { filterWork, type Filter } from '../shape/filters';
import { random } from '../signal/random';
import type { Role, Take } from '../signal/take';
import { breathController, identityInstrument } from '../testing/identity-response';
import { filterPrices } from './filter-prices';
import { FILTERS_TO_TRY, stillestWithin } from './filters-to-try';
import { flickerPerMinute } from './sends';
import { laneCounts } from './lane-counts';
import { risesOf } from './rises';
import { filterTrace } from './filter-trace';

/** Rest 1000, reach 2020: still with noise of 4 counts, or blown eight times, up in 80 ms. */
function taken(role: Role, seed: number): Take {
  const r = random(seed);
  const shape = (ms: number) =>
    role === 'rest' ? 0 : Math.max(0, Math.min(1, (ms % 500) / 80) * Number(ms % 500 < 300));
  const counts = Uint16Array.from({ length: 4000 }, (_, ms) =>
    Math.round(1000 + 900 * shape(ms) * Number(ms > 300) + 4 * r.gauss()),
  );
  return {
    id: role,
    role,
    channels: ['breath'],
    counts,
    tUs: Float64Array.from(counts, (_, ms) => 1000 * ms),
  };
}
const filters: Filter[] = [
  { is: 'median', of: 5 },
  { is: 'exponential', cutoffHz: 32 },
  { is: 'exponential', cutoffHz: 4 },
  { is: 'one-euro', cutoffHz: 1, quicker: 8 },
];
const instrument = identityInstrument([breathController()]);
const port = { instrument, sensor: instrument.sensors[0], port: 'breath', lanes: [0] };
const takes = [taken('rest', 5), taken('medium', 6)];

it('filters are priced on the maker’s own takes: noise as the formulas have it, lag as a movement of that speed has it', () => {
  const [bare, ...prices] = filterPrices(port, filters, takes);
  expect(bare).toMatchObject({ filter: null, lagMs: 0 });
  // 4 counts of a thousand, and the half count of rounding.
  expect(bare.noiseSteps).toBeCloseTo(127 * 0.004, 1);
  const at = { scanHz: 1000, noise: 0.004, speed: 900 / 80 };
  for (const [i, { noiseSteps, lagMs }] of prices.entries()) {
    const work = filterWork(filters[i], at);
    // What comes out is rounded to whole counts: a twelfth more of variance.
    const counts = Math.sqrt((4 * work.noise) ** 2 + 1 / 12);
    expect(noiseSteps / 0.127 / counts).toBeGreaterThan(0.88);
    expect(noiseSteps / 0.127 / counts).toBeLessThan(1.12);
    if (filters[i].is !== 'one-euro' && work.lagMs < 10) expect(Math.abs(lagMs - work.lagMs)).toBeLessThan(1);
  }
  expect(prices[2].lagMs).toBeGreaterThan(20);
  expect(prices[3].lagMs).toBeLessThan(10);
  expect(stillestWithin([bare, ...prices], 8)?.filter).toEqual(filters[3]);
  expect(stillestWithin([bare, ...prices], 0.5)).toBeNull();
});

it('a worn gauge that flickers at rest (J05) is made still by the stillest filter under 4 ms', () => {
  // Far noisier than when it was calibrated, about where its lowest steps begin.
  const r = random(8);
  const counts = Uint16Array.from({ length: 8000 }, () => Math.round(1150 + 14 * r.gauss()));
  const rest: Take = { ...taken('rest', 5), counts, tUs: Float64Array.from(counts, (_, ms) => 1000 * ms) };
  const best = stillestWithin(filterPrices(port, FILTERS_TO_TRY, [rest, takes[1]]), 4)!;
  expect(best.lagMs).toBeLessThan(4);
  const [sensor] = instrument.sensors;
  const answers = withResponse(sensor, 'breath', { family: 'straight', filter: best.filter! });
  const still = { ...instrument, sensors: [answers] };
  const before = flickerPerMinute(instrument, sensor, rest);
  expect(before).toBeGreaterThan(5000);
  expect(flickerPerMinute(still, answers, rest)).toBeLessThan(before / 20);
});

it('a rest that drifts is no noisier, and what is played already as a take begins has no rise', () => {
  const [rest, played] = takes;
  const drifting = { ...rest, counts: rest.counts.map((count, ms) => count + Math.round(ms / 40)) };
  const noise = (own: Take) => filterPrices(port, [], [own, played])[0].noiseSteps;
  expect(noise(drifting) / noise(rest)).toBeCloseTo(1, 1);
  const from = (ms: number) => {
    const cut = { ...played, tUs: played.tUs.subarray(ms), counts: played.counts.subarray(ms) };
    return risesOf({ ...laneCounts(port, cut)[0], tUs: cut.tUs }, 1000);
  };
  // Blown from 500 ms on, every half second: the one that is cut into is left out.
  expect(from(400)).toHaveLength(7);
  expect(from(600)).toHaveLength(6);
});

it('without any take nothing is priced; without one at rest the measured noise stands in', () => {
  expect(filterPrices(port, filters, [])).toEqual([]);
  const [bare, median] = filterPrices(port, filters, [takes[1]]);
  expect(bare.noiseSteps).toBeCloseTo((127 * 2) / 1000, 9);
  expect(median.noiseSteps / bare.noiseSteps).toBeCloseTo(Math.sqrt(0.286834), 6);
});

it('a gesture is shown as it is read and as it comes through, from half of its way', () => {
  const { ms, raw, filtered } = filterTrace(port, filters[2], takes)!;
  const at = (wanted: number) => ms.findIndex((m) => m >= wanted);
  expect(raw[at(0)]).toBeCloseTo(0.45, 1);
  expect(filtered[at(0)]).toBeLessThan(0.3);
  expect(filtered[at(150)]).toBeCloseTo(0.9, 1);
});
