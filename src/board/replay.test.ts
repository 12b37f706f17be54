import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { piecesOf } from '@/core/signal/pieces';
import type { Frames } from '@/core/signal/take';
import { FrameQueue } from './board';
import { ReplayBoard, type ReplayCommand } from './replay';

/** Frames of two columns, each with its number in the first, at uneven times. */
const recordings = fc
  .array(fc.integer({ min: 1, max: 5000 }), { minLength: 2, maxLength: 2500 })
  .map((steps): Frames => {
    let t = 0;
    return {
      channels: ['a', 'spare'],
      tUs: Float64Array.from(steps, (s, i) => (t += i === 0 ? 0 : s)),
      counts: Uint16Array.from({ length: 2 * steps.length }, (_, i) => i >> 1),
      edges: {
        contacts: ['k'],
        tUs: Float64Array.of(t / 3, t / 2),
        contact: Uint16Array.of(0, 0),
        closed: Uint8Array.of(1, 0),
      },
    };
  });
const commands = fc.array(
  fc.oneof(
    fc.record({ is: fc.constant('speed' as const), speed: fc.constantFrom(0, 0.25, 1, 4, 50) }),
    fc.record({ is: fc.constant('step' as const) }),
    fc.record({ is: fc.constant('to' as const), us: fc.integer({ min: -1000, max: 8_000_000 }) }),
  ),
  { maxLength: 30 },
);

/** Loads a recording, its later pieces with the second command where there is one, and gives what came. */
function replayed(frames: Frames, asked: readonly ReplayCommand[], beatUs = 4000, beats = 40) {
  const board = new ReplayBoard(['lacking', 'a'], ['k'], 1000, [77, 5]);
  const queue = new FrameQueue(2, 4096);
  board.begin(frames.channels, 123);
  const pieces = piecesOf(frames);
  const first = asked.length < 2 ? pieces.length : 1;
  board.load(pieces.slice(0, first), first >= pieces.length);
  const came: { tUs: number; counter: number; counts: number[] }[] = [];
  const edges: { tUs: number; closed: boolean }[] = [];
  let nowUs = 0;
  const beat = () => {
    board.advance((nowUs += beatUs), queue);
    const counts = new Uint16Array(2);
    for (let f = queue.shift(counts); f; f = queue.shift(counts)) {
      for (let e = queue.shiftEdge(f.tUs); e; e = queue.shiftEdge(f.tUs)) edges.push(e);
      came.push({ ...f, counts: [...counts] });
    }
  };
  asked.forEach((command, i) => {
    if (i === 1) board.load(pieces.slice(first), true);
    board.command(command);
    for (let n = 0; n < beats; n++) beat();
  });
  return { board, came, edges, beat };
}

describe('a recording as a board', () => {
  it('whatever it is told: time never goes back, no frame is lost, counts are the recording’s or at rest, contacts change by turns', () => {
    fc.assert(
      fc.property(recordings, commands, (frames, asked) => {
        const { board, came, edges } = replayed(frames, asked);
        came.forEach(({ tUs, counter, counts }, i) => {
          expect(counter).toBe(i);
          expect(counts[0]).toBe(77);
          expect(counts[1]).toBeLessThan(frames.tUs.length);
          if (i > 0) expect(tUs).toBeGreaterThan(came[i - 1].tUs);
        });
        edges.forEach(({ closed }, i) => expect(closed).toBe(i % 2 === 0));
        const { atUs, speed } = board.state;
        expect(atUs).toBeGreaterThanOrEqual(0);
        expect(atUs).toBeLessThanOrEqual(frames.tUs[frames.tUs.length - 1]);
        expect(speed).toBeGreaterThanOrEqual(0);
      }),
      { numRuns: 100 },
    );
  });
  it('left alone it gives every frame once, at the times that it was recorded, whatever the beat and the speed', () => {
    fc.assert(
      fc.property(
        recordings,
        fc.constantFrom(1000, 4000, 33_000),
        fc.constantFrom(0.5, 1, 4),
        (frames, beatUs, speed) => {
          const end = frames.tUs[frames.tUs.length - 1];
          const beats = Math.ceil(end / speed / beatUs) + 8;
          const run = replayed(frames, [{ is: 'speed', speed }], beatUs, beats);
          expect(run.came.map((f) => f.tUs)).toEqual([...frames.tUs]);
          expect(run.came.map((f) => f.counts[1])).toEqual(Array.from(frames.tUs.keys()));
          expect(run.board.state).toMatchObject({ atUs: end, endUs: end, speed: 0, columns: 1 });
        },
      ),
      { numRuns: 60 },
    );
  });
  it('a leap gives the next frames from there; at its end it begins again when it is told to go on', () => {
    const frames: Frames = {
      channels: ['a'],
      tUs: Float64Array.from({ length: 3000 }, (_, i) => i * 1000),
      counts: Uint16Array.from({ length: 3000 }, (_, i) => i),
    };
    const { board, came, beat } = replayed(
      frames,
      [
        { is: 'speed', speed: 1 },
        { is: 'to', us: 2_500_000 },
      ],
      4000,
      2,
    );
    const after = came.findIndex((f) => f.counts[1] >= 2500);
    expect(came[after].counts[1]).toBe(2500);
    expect(came[after].tUs - came[after - 1].tUs).toBe(1000);
    for (let i = 0; i < 200; i++) beat();
    expect(board.state.speed).toBe(0);
    const told = came.length;
    board.command({ is: 'speed', speed: 1 });
    beat();
    expect(came.slice(told).map((f) => f.counts[1])[0]).toBe(0);
    expect(came[told].tUs).toBe(came[told - 1].tUs + 1000);
  });
  it('of nothing stands at its beginning', () => {
    const { board, came } = replayed({ channels: [], tUs: new Float64Array(0), counts: new Uint16Array(0) }, [
      { is: 'step' },
      { is: 'to', us: 5 },
      { is: 'speed', speed: 1 },
    ]);
    expect([came.length, board.state.atUs]).toEqual([0, 0]);
  });
});
