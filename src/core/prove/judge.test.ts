import { describe, expect, it } from 'vitest';
import {
  injectedBreath,
  injectedFingers,
  injectedPads,
  injectedPresses,
  injectedStrikes,
  type Injected,
} from '../testing/injected';
import { ERRORS } from './errors';
import { prove } from './proved';

const SEEDS = 100;

/** Of each sort how many were put in and counted, and how many were made up; gestures in all. */
function tally(draws: readonly Injected[], byMarks: boolean) {
  const sums = Object.fromEntries(ERRORS.map((is) => [is, { injected: 0, found: 0, madeUp: 0 }]));
  let gestures = 0;
  for (const { instrument, take, marks, injected } of draws) {
    const { counts } = prove(instrument, { take, ...(byMarks ? { marks } : {}) });
    gestures += marks.length;
    for (const is of ERRORS) {
      const [own, n] = [injected[is] ?? 0, counts[is].n];
      sums[is].injected += own;
      sums[is].found += Math.min(own, n);
      sums[is].madeUp += Math.max(0, n - own);
    }
  }
  return { sums, gestures };
}

describe.each([
  ['breath', injectedBreath, ['missed', 'phantom', 'doubled', 'stuck']],
  ['touch pads', injectedPads, ['missed', 'phantom', 'doubled']],
  ['breath and fingers', injectedFingers, ['passing']],
  ['strikes', injectedStrikes, ['missed', 'doubled']],
  ['presses', injectedPresses, ['doubled']],
] as const)(
  'of %s, each fault that was put in is counted at 95 % or better, and none made up over 2 %',
  (_, draw, kinds) => {
    const draws = Array.from({ length: SEEDS }, (__, seed) => draw(seed + 1));
    it.each([
      ['by what the trace tells', false],
      ['by marks', true],
    ])('%s', (__, byMarks) => {
      const { sums, gestures } = tally(draws, byMarks);
      for (const is of ERRORS) {
        const { injected, found, madeUp } = sums[is];
        // Only marks tell the pitch that was meant.
        const told = (kinds as readonly string[]).includes(is) || (is === 'wrong' && byMarks && injected > 0);
        if (told) {
          expect(injected, `${is} put in`).toBeGreaterThan(80);
          expect(found / injected, is).toBeGreaterThanOrEqual(0.95);
        }
        expect(madeUp / gestures, `${is} made up`).toBeLessThanOrEqual(0.02);
      }
    });
  },
);
