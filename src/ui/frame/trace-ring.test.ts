import { describe, expect, it } from 'vitest';
import { TraceRing } from './trace-ring';

describe('a trace', () => {
  it('that is held still keeps its columns while the other goes on, oldest first; where nothing has come there is no count', () => {
    const ring = new TraceRing();
    for (let i = 0; i < 10; i++) ring.push(i, i + 2);
    const still = ring.still();
    for (let i = 0; i < ring.size; i++) ring.push(500, 500);
    expect(still.countAt(still.size - 1)).toBe(10);
    expect(still.countAt(still.size - 10)).toBe(1);
    expect(still.countAt(still.size - 11)).toBeNull();
    expect(ring.countAt(0)).toBe(500);
  });
  it('writes over its oldest columns', () => {
    const ring = new TraceRing();
    for (let i = 0; i < ring.size + 5; i++) ring.push(i, i);
    expect([ring.countAt(0), ring.countAt(ring.size - 1), ring.filled]).toEqual([
      5,
      ring.size + 4,
      ring.size,
    ]);
  });
});
