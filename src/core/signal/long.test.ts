import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cutFrames, cutMarks } from './cut';
import { Overview } from './overview';
import type { Frames } from './take';

/** Frames of several columns at uneven times, some of them equal. */
const recordings = fc
  .tuple(
    fc.integer({ min: 1, max: 3 }),
    fc.array(fc.integer({ min: 0, max: 3000 }), { minLength: 1, maxLength: 1500 }),
    fc.integer(),
  )
  .map(([width, steps, seed]): Frames => {
    let t = 0;
    return {
      channels: Array.from({ length: width }, (_, c) => `c${c}`),
      tUs: Float64Array.from(steps, (s) => (t += s)),
      counts: Uint16Array.from({ length: width * steps.length }, (_, i) => Math.imul(i + 1, seed | 1) >>> 16),
    };
  });

describe('an overview of a long recording', () => {
  it('gives the lowest and highest count of every stretch, as reading all its frames does', () => {
    fc.assert(
      fc.property(
        recordings,
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.integer({ min: 1, max: 40 }),
        (frames, a, b, n) => {
          const { tUs, counts, channels } = frames;
          const end = tUs[tUs.length - 1] + 1;
          const [fromUs, toUs] = [Math.min(a, b) * end, Math.max(a, b) * end + 1];
          const column = channels.length - 1;
          const drawn = new Overview(frames).of(column, fromUs, toUs, n);
          const step = (toUs - fromUs) / n;
          for (let i = 0; i < n; i++) {
            const within = Array.from(tUs.keys()).filter(
              (f) =>
                tUs[f] >= fromUs + i * step &&
                (i === n - 1 ? tUs[f] <= toUs : tUs[f] < fromUs + (i + 1) * step),
            );
            const own = within.map((f) => counts[f * channels.length + column]);
            if (own.length === 0) expect(drawn[2 * i]).toBeGreaterThan(drawn[2 * i + 1]);
            else expect([drawn[2 * i], drawn[2 * i + 1]]).toEqual([Math.min(...own), Math.max(...own)]);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('a cut', () => {
  const frames: Frames = {
    channels: ['a', 'b'],
    tUs: Float64Array.of(0, 1000, 2000, 3000, 4000),
    counts: Uint16Array.of(1, 2, 3, 4, 5, 6, 7, 8, 9, 10),
    edges: {
      contacts: ['k'],
      tUs: Float64Array.of(500, 1500, 2500, 3000),
      contact: Uint16Array.of(0, 0, 0, 0),
      closed: Uint8Array.of(1, 0, 1, 0),
    },
  };
  it('keeps the frames, edges and marks between two times, and begins at 0 with the contacts as they are then', () => {
    const cut = cutFrames(frames, 1000, 3000);
    expect([...cut.tUs]).toEqual([0, 1000, 2000]);
    expect([...cut.counts]).toEqual([3, 4, 5, 6, 7, 8]);
    expect([[...cut.edges!.tUs], [...cut.edges!.closed]]).toEqual([
      [0, 500, 1500, 2000],
      [1, 0, 1, 0],
    ]);
    expect(cutMarks([0, 1000, 2200, 3100], 1000, 3000)).toEqual([0, 1200]);
  });
  it('keeps nothing where no frame lies between', () => {
    const cut = cutFrames(frames, 1100, 1900);
    expect([cut.tUs.length, cut.counts.length]).toEqual([0, 0]);
  });
  it('cut in two, a recording has each frame once', () => {
    fc.assert(
      fc.property(recordings, fc.integer({ min: 0, max: 4_000_000 }), (whole, at) => {
        const a = cutFrames(whole, 0, at);
        const b = cutFrames(whole, at + 0.5, Infinity);
        expect([...a.counts, ...b.counts]).toEqual([...whole.counts]);
      }),
      { numRuns: 60 },
    );
  });
});
