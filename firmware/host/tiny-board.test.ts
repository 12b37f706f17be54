import { expect, it } from 'vitest';
import { addBoardClass } from '@/core/plan/board-classes';
import { thumbnail } from '@/core/testing/tiny-board';
import { plan } from '@/server/jobs/plan';

addBoardClass(thumbnail);

const planned = (count: number, board?: string) =>
  plan(JSON.stringify({ sensors: [{ kind: 'force-pad', count }], board })).json();

it('a class of boards that is one object, made known, is offered where it holds what is asked for, wired pin by pin, and says what it lacks', async () => {
  const { fits } = await planned(3);
  const own = fits.find((fit: { board: string }) => fit.board === thumbnail.id);
  expect(own).toMatchObject({ way: 'alone', lacks: '' });
  const { instrument, boards, findings } = await planned(3, thumbnail.id);
  expect(instrument.boards[0]).toMatchObject({ name: thumbnail.name, pins: { analogue: 3 } });
  expect(boards[0].wires.map((wire: { pin: string }) => wire.pin)).toEqual(['A0', 'A1', 'A2']);
  expect(findings.filter((f: { severity: string }) => f.severity === 'fault')).toEqual([]);
  const more = (await planned(5)).fits.find((fit: { board: string }) => fit.board === thumbnail.id);
  expect(more.lacks).toMatch(/wants 5 analogue inputs; one board has 3/);
});
