import { expect, it } from 'vitest';
import { ghostingChords } from './formulas';
import { crossingsOf, ghostChords } from './ghosts';

/** Switches that read closed: those whose row and column are joined by what is pressed, however far round. */
function closedBy(rows: number, columns: number, pressed: readonly number[]): number[] {
  // Lines as a graph: rows first, then columns; each pressed switch joins two of them.
  const line = Array.from({ length: rows + columns }, (_, i) => i);
  const root = (i: number): number => (line[i] === i ? i : root(line[i]));
  for (const s of pressed) line[root(Math.floor(s / columns))] = root(rows + (s % columns));
  return Array.from({ length: rows * columns }, (_, i) => i).filter(
    (s) => root(Math.floor(s / columns)) === root(rows + (s % columns)),
  );
}

it('the chords of three that close a fourth are those that a search over all chords of small matrices finds', () => {
  for (const [rows, columns] of [
    [1, 4],
    [2, 2],
    [2, 3],
    [3, 3],
    [4, 3],
  ]) {
    const n = rows * columns;
    const found: string[] = [];
    for (let a = 0; a < n; a++)
      for (let b = a + 1; b < n; b++)
        for (let c = b + 1; c < n; c++)
          for (const ghost of closedBy(rows, columns, [a, b, c]).filter((s) => ![a, b, c].includes(s)))
            found.push(`${a} ${b} ${c}: ${ghost}`);
    const ours = ghostChords(crossingsOf(n, columns)).map(
      ({ pressed, ghost }) => `${pressed.join(' ')}: ${ghost}`,
    );
    expect(ours.sort()).toEqual(found.sort());
    expect(ours.length).toBe(ghostingChords(rows, columns));
  }
});
