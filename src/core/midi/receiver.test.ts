import { expect, it } from 'vitest';
import { Receiver } from './receiver';

const heard = (...messages: number[][]) => {
  const receiver = new Receiver();
  const touched = messages.map((m) => receiver.take(m));
  return { receiver, touched };
};

it('bends by two semitones until a range is announced (RPN 0)', () => {
  const { receiver } = heard([0xe3, 0, 96]);
  expect(receiver.bendOf(3)).toBe(1);
  for (const m of [
    [0xb3, 101, 0],
    [0xb3, 100, 0],
    [0xb3, 6, 12],
  ])
    receiver.take(m);
  expect(receiver.bendOf(3)).toBe(6);
  expect(receiver.bendOf(2)).toBe(0);
});

it('in an MPE zone a member bends by 48 beside its manager’s bend, whose messages count for all of them', () => {
  const { receiver, touched } = heard(
    ...[
      [0xb0, 100, 6],
      [0xb0, 101, 0],
      [0xb0, 6, 3],
    ],
    ...[
      [0xe1, 0, 96],
      [0xe0, 0, 32],
      [0xb0, 11, 64],
    ],
  );
  expect([1, 2, 3, 4].map((c) => receiver.bendOf(c))).toEqual([23, -1, -1, 0]);
  expect(touched.at(-1)).toEqual([0, 1, 2, 3]);
  expect(receiver.loudnessOf(2)).toBeCloseTo((0.5 * 64) / 127, 9);
  receiver.take([0xd2, 127]);
  expect(receiver.loudnessOf(2)).toBeCloseTo(64 / 127, 9);
  expect(receiver.loudnessOf(4)).toBe(1);
});
