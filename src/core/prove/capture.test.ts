import { expect, it } from 'vitest';
import { injectedPads } from '../testing/injected';
import { random } from '../signal/random';
import { compareCapture } from './capture';
import { playBoards } from './play-take';
import { heardEvents } from './sounded';

const { instrument, take } = injectedPads(9);
const bench = heardEvents(playBoards(instrument, take)!);

/** As a computer hears it: another clock that drifts, each message late by chance; note-offs as some ports pass them on. */
function captured(seed: number, from = 0) {
  const r = random(seed);
  let last = 0;
  return bench.slice(from).map(({ tUs, bytes }) => {
    last = Math.max(last, 9e8 + (1 + 200e-6) * tUs + 1500 * r.next());
    return { tUs: last, bytes: bytes[0] === 0x80 ? [0x90, bytes[1], 0] : [...bytes] };
  });
}

it('the same playing is the same, whatever the clock, also where the capture begins in the middle', () => {
  for (const from of [0, 17, 40]) {
    const compared = compareCapture(bench, captured(from + 1, from))!;
    expect(compared.differences).toEqual([]);
    expect(compared.same).toBe(bench.length - from);
    expect(compared.clock.ppm).toBeCloseTo(200, -2);
    expect(compared.jitterMs).toBeLessThan(1.6);
  }
});

it('a message that was lost, one that is more, and one of another value are told, each at its time', () => {
  const board = captured(5);
  const [lost, other] = [30, 44];
  const notes = board.flatMap(({ bytes }, i) => (bytes[0] === 0x90 && bytes[2] > 0 ? [i] : []));
  const [gone, changed] = [notes[5], notes[12]];
  board[changed].bytes[2] -= 20;
  board.push({ tUs: board[other].tUs + 90_000, bytes: [0xb0, 7, lost] });
  board.splice(gone, 1);
  board.sort((a, b) => a.tUs - b.tUs);
  const { differences } = compareCapture(bench, board)!;
  expect(differences.map(({ is }) => is).sort()).toEqual(['missing', 'more', 'other-value']);
  expect(differences.find(({ is }) => is === 'missing')).toMatchObject({
    tUs: bench[gone].tUs,
    bench: bench[gone].bytes,
  });
  const more = differences.find(({ is }) => is === 'more')!;
  expect(Math.abs(more.tUs - bench[other].tUs - 90_000)).toBeLessThan(3000);
});

it('another tune fits nothing', () => {
  const board = captured(1).map(({ tUs }, i) => ({
    tUs: tUs + 61_000 * (i % 7),
    bytes: [0x90, 80 + ((i * 5) % 13), 60],
  }));
  expect(compareCapture(bench, board)).toBeNull();
  expect(compareCapture(bench, [])).toBeNull();
});
