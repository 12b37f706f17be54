import { expect, it } from 'vitest';
import { freezesIn } from './freezes';

it('freezes are gaps of over three periods (maker’s handbook 3); one between two takes is none', () => {
  const times = Array.from({ length: 50 }, (_, i) => 1000 * i);
  const tUs = Float64Array.from([...times, 52_000, 53_000, 90_000, 91_000, 595_000]);
  expect(freezesIn(tUs)).toEqual({ n: 2, longestMs: 504, atUs: 91_000 });
  expect(freezesIn(tUs, (fromUs) => fromUs === 91_000)).toEqual({ n: 1, longestMs: 37, atUs: 53_000 });
  expect(freezesIn(new Float64Array(1))).toEqual({ n: 0, longestMs: 0, atUs: null });
});
