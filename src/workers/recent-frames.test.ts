import { describe, expect, it } from 'vitest';
import { RecentFrames } from './recent-frames';

describe('the last seconds', () => {
  it('are twelve at most, in order of time, with the edges among them and no older ones', () => {
    const recent = new RecentFrames(['a', 'b'], ['left'], 100);
    expect(recent.take()).toMatchObject({ channels: ['a', 'b'], tUs: new Float64Array(0) });
    for (let i = 0; i < 3000; i++) {
      recent.add(10_000 * i, Uint16Array.of(i, 2 * i));
      if (i % 500 === 0) recent.addEdge(10_000 * i, 0, i % 1000 === 0);
    }
    const { tUs, counts, edges } = recent.take();
    expect(tUs).toHaveLength(1200);
    expect([tUs[0], tUs[1199]]).toEqual([18_000_000, 29_990_000]);
    expect(Array.from(counts.subarray(0, 4))).toEqual([1800, 3600, 1801, 3602]);
    expect(Array.from(edges!.tUs)).toEqual([20_000_000, 25_000_000]);
    expect(Array.from(edges!.closed)).toEqual([1, 0]);
  });
});
