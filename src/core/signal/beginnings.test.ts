import { expect, it } from 'vitest';
import { beginnings } from './beginnings';
import type { Frames } from './take';

const take = (frames: number, columns: number): Frames => ({
  channels: Array.from({ length: columns }, (_, i) => `k${i}`),
  tUs: Float64Array.from({ length: frames }, (_, i) => 1000 * i),
  counts: new Uint16Array(frames * columns).fill(7),
  edges: {
    contacts: ['c'],
    tUs: Float64Array.of(500, 1000 * frames - 500),
    contact: Uint16Array.of(0, 0),
    closed: Uint8Array.of(1, 0),
  },
});

it('takes that hold no more are left as they are; of more each gives the same share from its first frame on, with the edges in it', () => {
  const takes = [take(1000, 88), take(3000, 88)];
  expect(beginnings(takes, 4000 * 88)).toEqual({ takes, share: 1 });
  const { takes: begun, share } = beginnings(takes, 1000 * 88);
  expect(share).toBe(0.25);
  expect(begun.map(({ tUs, counts }) => [tUs.length, counts.length])).toEqual([
    [250, 250 * 88],
    [750, 750 * 88],
  ]);
  expect(begun.map(({ edges }) => Array.from(edges!.tUs))).toEqual([[500], [500]]);
});
