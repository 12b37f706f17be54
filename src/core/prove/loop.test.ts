import { expect, it } from 'vitest';
import { random } from '../signal/random';
import { loopOf } from './loop';

const RATE = 48_000;

/** Strokes that knock and die away, each with its sound so long after it. */
function heard(seed: number, lateMs: () => number): { samples: Float32Array; late: number[] } {
  const r = random(seed);
  const samples = Float32Array.from({ length: 8 * RATE }, () => 0.001 * r.gauss());
  const late = Array.from({ length: 9 }, (_, i) => {
    const ms = lateMs();
    const add = (atMs: number, size: number, hz: number, tauMs: number) => {
      for (let k = 0, at = Math.round((atMs * RATE) / 1000); k < (6 * tauMs * RATE) / 1000; k++)
        samples[at + k] +=
          size * Math.exp((-k * 1000) / RATE / tauMs) * Math.sin((2 * Math.PI * hz * k) / RATE + 0.5);
    };
    const strokeMs = 400 + 800 * i + r.between(0, 200);
    add(strokeMs, 0.2, 1800, 3);
    add(strokeMs + ms, 0.4, 440, 60);
    return ms;
  });
  return { samples, late };
}

it('tells how late a sound follows its stroke, within the error that it names', () => {
  for (let seed = 1; seed <= 20; seed++) {
    const r = random(seed);
    const middle = r.between(12, 80);
    const { samples, late } = heard(seed, () => middle + r.between(-2, 2));
    const loop = loopOf(samples, RATE)!;
    const truth = [...late].sort((a, b) => a - b)[4];
    expect(loop.n, `seed ${seed}`).toBe(9);
    expect(Math.abs(loop.medianMs - truth), `seed ${seed}`).toBeLessThanOrEqual(loop.errorMs);
  }
});

it('hears nothing in quiet', () => {
  const r = random(5);
  expect(
    loopOf(
      Float32Array.from({ length: RATE }, () => 0.001 * r.gauss()),
      RATE,
    ),
  ).toBeNull();
});
