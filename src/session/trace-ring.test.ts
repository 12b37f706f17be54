import { expect, it } from 'vitest';
import { TraceRing } from './trace-ring';

it('a trace writes over its oldest columns, and counts them all', () => {
  const ring = new TraceRing();
  for (let i = 0; i < ring.size + 5; i++) ring.push(i, i + 2);
  expect([ring.at, ring.filled, ring.total]).toEqual([5, ring.size, ring.size + 5]);
  expect([ring.low[4], ring.high[4], ring.low[5]]).toEqual([ring.size + 4, ring.size + 6, 5]);
});
