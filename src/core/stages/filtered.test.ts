import { OneEuroFilter as Reference } from '1eurofilter';
import { describe, expect, it } from 'vitest';
import { compile } from '../compile/compile';
import { run } from '../engine/run';
import { filterWork, type Filter, type FilterPlace } from '../shape/filters';
import { random } from '../signal/random';
import { breathController, breathNote, identityInstrument, twoSided } from '../testing/identity-response';
import { filterReader } from './filter-reader';

const TWELVE = { bits: 12, span: 2048 };

/** A hand that presses and lets go with noise, 12 bits, frames 0.7 … 1.6 ms apart. */
function pressed(seed: number, frames: number) {
  const r = random(seed);
  let us = 0;
  return Array.from({ length: frames }, (_, i) => {
    us += r.whole(700, 1600);
    const force = 1200 + 1100 * Math.sin(i / 60) ** 3 + 12 * r.gauss();
    return { us, count: Math.round(Math.min(4095, Math.max(0, force))) };
  });
}

/** What a filter makes of counts: those and, beside them, what `wanted` does. */
const compared = (filter: Filter, wanted: (count: number, seconds: number, passed: number) => number) => {
  const read = filterReader(filter, TWELVE);
  let before = 0;
  return pressed(7, 3000).map(({ us, count }) => {
    const passed = us - before;
    before = us;
    return { is: read(count, passed), wanted: wanted(count, us / 1e6, passed / 1e6) };
  });
};
const furthest = (rows: readonly { is: number; wanted: number }[]): number =>
  Math.max(...rows.map(({ is, wanted }) => Math.abs(is - wanted)));

describe('filters in the engine’s integers', () => {
  // Half a count of rounding, and weights up to 1.3 % off: half a percent of the way that the hand goes.
  const NEAR = 12;

  it.each([
    [0.5, 0],
    [1, 2],
    [4, 10],
  ])('1 €, %d Hz and %d quicker: as its authors’ own program', (cutoffHz, quicker) => {
    const reference = new Reference(1000, cutoffHz, quicker / TWELVE.span, 1);
    const rows = compared({ is: 'one-euro', cutoffHz, quicker }, (count, s) => reference.filter(count, s));
    expect(furthest(rows)).toBeLessThan(NEAR);
  });

  it.each([0.5, 8, 120])('exponential, %d Hz: as the handbook’s α = 1 − e^(−2π·fc/fs)', (cutoffHz) => {
    let held = NaN;
    const rows = compared({ is: 'exponential', cutoffHz }, (count, _, passed) => {
      const a = 1 - Math.exp(-2 * Math.PI * cutoffHz * passed);
      held = Number.isNaN(held) ? count : held + a * (count - held);
      return held;
    });
    expect(furthest(rows)).toBeLessThan(NEAR);
  });

  it('a median takes away what lasts a frame, of five also what lasts two, and nothing that stays', () => {
    const read = (of: number, counts: number[]) => {
      const next = filterReader({ is: 'median', of }, TWELVE);
      return counts.map((count) => next(count, 1000));
    };
    expect(read(3, [5, 5, 900, 5, 5, 70, 70, 70])).toEqual([5, 5, 5, 5, 5, 5, 70, 70]);
    expect(read(3, [5, 5, 900, 900, 5, 5])).toContain(900);
    expect(read(5, [5, 5, 900, 900, 5, 5, 5, 70, 70, 70])).toEqual([5, 5, 5, 5, 5, 5, 5, 5, 5, 70]);
  });

  it('a still count is held for ever, at either end of any converter', () => {
    for (const bits of [8, 10, 16])
      for (const is of ['exponential', 'one-euro'] as const) {
        const next = filterReader({ is, cutoffHz: 1, quicker: 3 }, { bits, span: 100 });
        for (const count of [0, 2 ** bits - 1, 7]) {
          let at = -1;
          for (let i = 0; i < 5000; i++) at = next(count, 1000);
          expect(at, `${is}, ${bits} bits`).toBe(count);
        }
      }
  });
});

describe('what a filter costs and saves, against seeded noise and a ramp through the engine’s own', () => {
  const at: FilterPlace = { scanHz: 1000, noise: 40 / 2048, speed: 1 };
  const filters: Filter[] = [
    { is: 'median', of: 3 },
    { is: 'median', of: 5 },
    ...[4, 20, 100].map((cutoffHz): Filter => ({ is: 'exponential', cutoffHz })),
    ...[1, 5].map((cutoffHz): Filter => ({ is: 'one-euro', cutoffHz, quicker: 5 })),
  ];

  it.each(filters)('$is, $of $cutoffHz $quicker: noise within 6 %', (filter) => {
    const r = random(3);
    const read = filterReader(filter, TWELVE);
    let sum = 0;
    let n = 0;
    for (let i = 0; i < 120_000; i++) {
      const off = read(2000 + Math.round(40 * r.gauss()), 1000) - 2000;
      if (i < 3000) continue;
      sum += off * off;
      n++;
    }
    const ratio = Math.sqrt(sum / n) / 40;
    expect(ratio / filterWork(filter, at).noise).toBeGreaterThan(0.94);
    expect(ratio / filterWork(filter, at).noise).toBeLessThan(1.06);
  });

  it.each(filters)(
    '$is, $of $cutoffHz $quicker: lag of a steady movement within 3 % or half a frame',
    (filter) => {
      const read = filterReader(filter, TWELVE);
      const perFrame = (at.speed * TWELVE.span) / at.scanHz;
      let late = 0;
      for (let i = 0; i < 1400; i++)
        late = (Math.round(perFrame * i) - read(Math.round(perFrame * i), 1000)) / perFrame;
      const { lagMs } = filterWork(filter, at);
      expect(Math.abs(late - lagMs)).toBeLessThan(Math.max(0.5, 0.03 * lagMs));
    },
  );
});

it('a filtered port is late as a value and never as a note, and what is kept of noise falls with it', () => {
  const filter: Filter = { is: 'exponential', cutoffHz: 3 };
  const instrument = identityInstrument([breathController(), breathNote()]);
  const filtered = structuredClone(instrument);
  filtered.sensors[0].responses = [{ port: 'breath', family: 'straight', filter }];
  const channels = ['breath'];
  const counts = Uint16Array.from({ length: 900 }, (_, i) => (i < 300 ? 1000 : 2020));
  const take = { channels, counts, tUs: Float64Array.from(counts, (_, i) => 1000 * i) };
  const events = (own: typeof instrument, status: number) =>
    run(compile(own), take).filter(({ bytes }) => (bytes[0] & 0xf0) === status);
  expect(events(filtered, 0x90)).toEqual(events(instrument, 0x90));
  const full = (own: typeof instrument) => events(own, 0xb0).find(({ bytes }) => bytes[2] > 126)?.tUs;
  expect(full(instrument)).toBe(300_000);
  // 126.5 of 127 is reached after ln(254) times 53 ms.
  expect(full(filtered)! / 1000 - 300).toBeGreaterThan(240);
  expect(compile(filtered).controls[0].slack).toBeLessThan(compile(instrument).controls[0].slack);
});

it('a side with a form of its own begins and ends where the other does, and is read by it on its side alone', () => {
  const instrument = identityInstrument([breathController()]);
  instrument.sensors[0].calibration = structuredClone(twoSided);
  const floor = 32 / 127;
  instrument.sensors[0].responses = [
    { port: 'breath', family: 'straight', floor, down: { family: 'power', gamma: 2 } },
  ];
  const at = (count: number) => {
    const frames = 400;
    const take = {
      channels: ['breath'],
      counts: Uint16Array.from({ length: frames }, (_, i) => (i < 200 ? 1000 : count)),
      tUs: Float64Array.from({ length: frames }, (_, i) => 1000 * i),
    };
    return run(compile(instrument), take).at(-1)!.bytes[2];
  };
  // Reach is 1020 counts above rest and 520 below, dead zone 20.
  expect([at(2020), at(480)]).toEqual([127, 127]);
  expect(at(1520)).toBe(Math.round(32 + 95 * 0.5));
  expect(at(730)).toBe(Math.round(32 + 95 * 0.5 ** 2));
});
