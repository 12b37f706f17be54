import type { LevelTake } from '../calibrate/played-take';
import { random } from '../signal/random';
import type { Role } from '../signal/take';

/** A take made by formula, so that a test knows the truth: gestures shaped as the root of a half sine, on Gaussian noise. */
export interface Recipe {
  rest: number;
  noise: number;
  /** Signed peaks, counts from rest. */
  peaks: number[];
  /** Seconds of rest before, and between. */
  before?: number;
  between?: number;
  /** Length of one gesture, s. */
  length?: number;
  /** How far it springs back past rest for 0.1 s after, as a share of its peak. */
  rebound?: number;
  rateHz?: number;
  bits?: number;
  seed?: number;
}

export function makeTake(role: Role, recipe: Recipe): LevelTake {
  const {
    rest,
    noise,
    peaks,
    before = 0.5,
    between = 0.4,
    length = 0.3,
    rebound = 0,
    rateHz = 1000,
    bits = 12,
    seed = 1,
  } = recipe;
  const r = random(seed + role.length * 1000);
  const top = 2 ** bits - 1;
  const counts: number[] = [];
  const put = (level: number) =>
    counts.push(Math.min(top, Math.max(0, Math.round(level + noise * r.gauss()))));
  const still = (seconds: number) => {
    for (let i = 0; i < seconds * rateHz; i++) put(rest);
  };
  still(before);
  const swing = (peak: number, n: number, power: number) => {
    for (let i = 0; i < n; i++) put(rest + peak * Math.sin((Math.PI * (i + 0.5)) / n) ** power);
  };
  for (const peak of peaks) {
    swing(peak, length * rateHz, 0.5);
    if (rebound > 0) swing(-rebound * peak, 0.1 * rateHz, 1);
    still(between);
  }
  return {
    id: role,
    role,
    tUs: Float64Array.from(counts, (_, i) => (i * 1e6) / rateHz),
    counts: Uint16Array.from(counts),
  };
}

/** Rest for eight seconds, twenty soft, eight medium, eight loud, three full; `sign` and `down` choose the sides. */
export function makeRun(
  rest: number,
  noise: number,
  options: { sign?: 1 | -1; both?: boolean; rebound?: number; seed?: number } = {},
): LevelTake[] {
  const { sign = 1, both = false, rebound, seed = 1 } = options;
  const peaks = (n: number, size: number, spread: number) =>
    Array.from(
      { length: n },
      (_, i) => (both && i % 2 === 1 ? -1 : 1) * sign * (size + spread * Math.sin(i * 2.4)),
    );
  const take = (role: Role, list: number[], before?: number) =>
    makeTake(role, { rest, noise, peaks: list, before, rebound, seed });
  return [
    take('rest', [], 8),
    take('soft', peaks(20, 80, 10)),
    take('medium', peaks(8, 450, 40)),
    take('loud', peaks(8, 1200, 80)),
    take('full', peaks(3, 1600, 20)),
  ];
}
