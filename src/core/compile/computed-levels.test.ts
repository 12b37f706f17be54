import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { columnsOf } from '../instrument/access';
import type { Instrument } from '../instrument/document';
import { shareComputed, computedLevelsOf } from './computed-levels';

it('what a board computes is told by port and lane: a column each behind those that were read, gates as open or not', () => {
  const wherry = JSON.parse(readFileSync('demo/wherry.json', 'utf8')) as Instrument;
  const columns = columnsOf(wherry);
  const told = computedLevelsOf(wherry, wherry.boards[0], columns);
  expect(told.map(({ sensor, lane, port }) => `${sensor} ${lane} ${port}`).sort()).toEqual([
    'tilt 0 pitch',
    'tilt 1 roll',
    'wrist 0 place',
    'wrist 0 touch',
  ]);
  expect(new Set(told.map(({ column }) => column)).size).toBe(4);
  expect(Math.min(...told.map(({ column }) => column))).toBe(columns.length);
  const roll = told.find(({ port }) => port === 'roll')!;
  const { rest, up, down } = roll.level;
  const shares = [rest, rest + up.dead, rest + up.reach, rest - down!.reach, rest + 2 * up.reach];
  expect(shares.map((count) => shareComputed(roll, count))).toEqual([0, 0, 1, -1, 1]);
  const touch = told.find(({ port }) => port === 'touch')!;
  expect([touch.level.up.on - 1, touch.level.up.on].map((count) => shareComputed(touch, count))).toEqual([
    0, 1,
  ]);
});
