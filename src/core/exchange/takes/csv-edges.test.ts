import { expect, it } from 'vitest';
import { readTakeCsv } from './take-csv';

const read = (lines: string[]) => {
  const take = readTakeCsv(['t_us,contact,closed', ...lines, ''].join('\n'));
  if (!take.ok) throw new Error(take.faults[0].says);
  return take.value;
};

it('frames stand near the edges of a take of edges alone, before the first and after each: 22 hours of a switch cost nothing', () => {
  const { frames } = read(['0,knee,1', '80000000000,knee,0']);
  expect(frames.tUs.length).toBeLessThan(6300);
  expect(frames.tUs.filter((t) => t < 0)).toHaveLength(10);
  expect(frames.tUs.every((t, i) => i === 0 || t > frames.tUs[i - 1])).toBe(true);
  expect(frames.tUs.at(-1)).toBeGreaterThan(80_000_000_000 + 400_000);
});

it('an edge at no time that a board could have is left out, and said', () => {
  const { frames, leftOut, faults } = read(['0,knee,1', '99999999999999999,knee,0', '500,knee,0']);
  expect([frames.edges!.tUs.length, leftOut]).toEqual([2, 1]);
  expect(faults[0].says).toMatch(/a time, a contact/);
  expect(read(['0,knee,1', '999999999999999,knee,0']).frames.tUs.length).toBeLessThan(6300);
});
