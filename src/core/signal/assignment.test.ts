import { expect, it } from 'vitest';
import { assign, type Candidate } from './assignment';
import { random } from './random';

/** Least cost by trying everything. */
function byBruteForce(rows: readonly (readonly Candidate[])[], columns: number, alone: number): number {
  const used = new Set<number>();
  const from = (row: number): number => {
    if (row === rows.length) return alone * (columns - used.size);
    let least = alone + from(row + 1);
    for (const { column, cost } of rows[row]) {
      if (used.has(column)) continue;
      used.add(column);
      least = Math.min(least, cost + from(row + 1));
      used.delete(column);
    }
    return least;
  };
  return from(0);
}

const costOf = (rows: readonly (readonly Candidate[])[], columns: number, alone: number): number => {
  const paired = assign(rows, columns, alone);
  const own = [...paired].map((column, i) =>
    column < 0 ? alone : rows[i].find((c) => c.column === column)!.cost,
  );
  const taken = [...paired].filter((column) => column >= 0);
  expect(new Set(taken).size).toBe(taken.length);
  return own.reduce((a, b) => a + b, 0) + alone * (columns - taken.length);
};

it('pairs at the least cost that trying everything finds, in 400 small cases', () => {
  for (let seed = 1; seed <= 400; seed++) {
    const r = random(seed);
    const columns = r.whole(0, 6);
    const rows = Array.from({ length: r.whole(0, 6) }, () =>
      Array.from({ length: columns }, (_, column) => ({ column, cost: r.between(0, 2) })).filter(
        () => r.next() < 0.6,
      ),
    );
    expect(costOf(rows, columns, 1), `seed ${seed}`).toBeCloseTo(byBruteForce(rows, columns, 1), 10);
  }
});

it('twelve thousand in a row, each near forty others, are paired in a moment', () => {
  const n = 12_000;
  const rows = Array.from({ length: n }, (_, i) =>
    Array.from({ length: 41 }, (__, k) => ({ column: i + k - 20, cost: Math.abs(k - 20) / 20 })).filter(
      ({ column }) => column >= 0 && column < n && column !== 6000,
    ),
  );
  const begun = performance.now();
  const paired = assign(rows, n, 1);
  expect(performance.now() - begun).toBeLessThan(3000);
  expect([...paired].filter((column) => column < 0)).toHaveLength(1);
});
