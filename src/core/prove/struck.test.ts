import { expect, it } from 'vitest';
import type { BankReport } from '../calibrate/report';
import { strikePads } from '../testing/bank-instruments';
import { gesturesAlong, playedAlong } from './gestures-along';
import { struckBy } from './struck';

const strokes = [
  ...[0.1, 0.2].map((strength) => ({ lane: 'a', role: 'soft', strength })),
  ...[0.5, 0.15].map((strength) => ({ lane: 'b', role: 'medium', strength })),
  { lane: 'a', role: 'loud', strength: 1 },
];

it('strokes play 1 to 127 by the curve of their lane; a softer that plays no less is counted by pairs', () => {
  const { velocities, levels, middle, overlap, along, lands } = struckBy(strokes, (lane) =>
    lane === 'a' ? { family: 'straight' } : { family: 'power', gamma: 2 },
  );
  expect(velocities.map(({ velocity }) => velocity)).toEqual([14, 26, 33, 4, 127]);
  expect([levels, middle]).toEqual([5, 26]);
  // Of four pairs of soft and medium two, of two of medium and loud none.
  expect(overlap).toBe(0.5);
  expect([along[31], lands[31]]).toEqual([0.2, 0.2]);
});

it('strokes lie along the curve as they were struck; soft, medium and loud need all three', () => {
  const pads = strikePads([60, 61]);
  const report = { is: 'bank', strokes } as BankReport;
  expect(gesturesAlong(pads, report)).toEqual(strokes);
  expect(gesturesAlong({ ...pads, calibration: undefined }, report)).toEqual([]);
  expect(playedAlong(strokes)).toEqual({
    soft: expect.closeTo(0.15, 9),
    medium: expect.closeTo(0.325, 9),
    loud: 1,
  });
  expect(playedAlong(strokes.slice(0, 4))).toBeNull();
});
