import { expect, it } from 'vitest';
import { openHoles } from '../pitch/fingerings';
import { random } from '../signal/random';
import {
  checkTable,
  fingerSpreadMs,
  ghostCurve,
  ghostShare,
  neighbourTransitions,
  transition,
} from './transition-risk';

it('open holes: neighbours differ by one finger and pass nothing; a leap passes the notes between', () => {
  const table = openHoles(6);
  expect(neighbourTransitions(table).every(({ ghosts, moves }) => ghosts.length === 0 && moves === 1)).toBe(
    true,
  );
  // From one finger (B) to four (F): fingers 2, 3, 4 land in any order; those from the top give two other notes.
  const leap = transition(table, 5, 2);
  expect(leap.moves).toBe(3);
  expect(leap.ghosts.map((i) => table[i].keys).sort()).toEqual(['110000', '111000']);
});

it('a cross fingering passes what either of its fingers gives alone', () => {
  const table = [
    { keys: '100', note: 60 },
    { keys: '011', note: 62 },
    { keys: '111', note: 64 },
    { keys: '000', note: 65 },
  ];
  expect(transition(table, 0, 1).ghosts.sort()).toEqual([2, 3]);
});

it('the share of ghosts falls with the settle time as fingers that land by chance do (simulated apart from the formula)', () => {
  const r = random(7);
  const simulated = (moves: number, settle: number, spread: number) => {
    let ghosts = 0;
    for (let n = 0; n < 20_000; n++) {
      // First and last stand at both ends of the spread; the others lie between by chance.
      const at = [0, spread, ...Array.from({ length: moves - 2 }, () => spread * r.next())].sort(
        (a, b) => a - b,
      );
      if (at.some((t, i) => i > 0 && t - at[i - 1] > settle)) ghosts++;
    }
    return ghosts / 20_000;
  };
  for (const [moves, settle] of [
    [2, 5],
    [2, 19],
    [3, 12],
    [4, 8],
    [5, 6],
    [6, 10],
  ])
    expect(Math.abs(ghostShare(moves, settle, 20) - simulated(moves, settle, 20))).toBeLessThan(0.015);
  expect(ghostShare(4, 20, 20)).toBe(0);
  const curve = ghostCurve([transition(openHoles(6), 5, 2)], 20);
  expect(curve[0]).toEqual({ settleMs: 0, ghosts: 100 });
  expect(curve.every(({ ghosts }, i) => i === 0 || ghosts <= curve[i - 1].ghosts + 1e-9)).toBe(true);
});

it('measures how far apart fingers land: the hand’s movements, not the time between them', () => {
  const movements = [0, 400_000, 900_000, 1_500_000].flatMap((t, i) => [
    t,
    t + 5000,
    t + 1000 * (12 + 4 * i),
  ]);
  expect(fingerSpreadMs(movements)).toBe(24);
  expect(fingerSpreadMs([0, 10_000])).toBeNaN();
});

it('finds what no fingers reach, what two fingerings claim, and what is left over', () => {
  const table = [
    { keys: '1x0', note: 60 },
    { keys: '110', note: 62 },
    { keys: 'x10', note: 64 },
    { keys: '001', note: 65 },
  ];
  expect(checkTable(table)).toEqual({
    unreachable: [1],
    doubled: [
      [0, 2],
      [1, 2],
    ],
    unassigned: 4,
    of: 8,
  });
});
