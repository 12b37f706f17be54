import { describe, expect, it } from 'vitest';
import { burstMs, burstsOf } from './bursts';
import type { Edges } from './take';

/** Changes of two contacts: time, which, closed. */
const edges = (...changes: [number, 0 | 1, boolean][]): Edges => ({
  contacts: ['left', 'right'],
  tUs: Float64Array.from(changes, (c) => c[0]),
  contact: Uint16Array.from(changes, (c) => c[1]),
  closed: Uint8Array.from(changes, (c) => Number(c[2])),
});

describe('bursts of a contact', () => {
  it('are changes within 50 ms of the one before; another contact between them does not part them', () => {
    const all = edges(
      [0, 0, true],
      [900, 0, false],
      [1000, 1, true],
      [2500, 0, true],
      [52_500, 0, false],
      [60_000, 0, true],
    );
    expect(burstsOf(all, 'left')).toEqual([
      { fromUs: 0, toUs: 2500, changes: 3, wasClosed: false },
      { fromUs: 52_500, toUs: 60_000, changes: 2, wasClosed: true },
    ]);
    expect(burstsOf(all, 'left').map(burstMs)).toEqual([2.5, 7.5]);
    expect(burstsOf(all, 'right')).toHaveLength(1);
  });
  it('are none of a contact that the edges do not name, or that did nothing', () => {
    expect(burstsOf(edges([0, 0, true]), 'middle')).toEqual([]);
    expect(burstsOf(edges([0, 0, true]), 'right')).toEqual([]);
  });
});
