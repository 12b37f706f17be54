import { describe, expect, it } from 'vitest';
import { random } from '../../signal/random';
import { evenPads } from './even-pads';
import type { StruckLane } from './struck-lane';

/** What a hand strikes with, counts on a pad like the others, and how it scatters: a tenth of it. */
const FORCES = { soft: 90, medium: 300, loud: 700 };
const SCATTER = 0.1;

/** Pads of these gains, each struck so often in each dynamics; "on" at a third of the softest strike. */
function padsOf(gains: readonly number[], times: number, seed: number): StruckLane[] {
  const r = random(seed);
  return gains.map((gain, i): StruckLane => {
    const strikes = Object.entries(FORCES).flatMap(([role, force]) =>
      Array.from({ length: times }, () => ({
        ...{ take: role, tUs: 0, peakUs: 0, role: role as 'soft' },
        peak: Math.round(force * gain * Math.exp(SCATTER * r.gauss())),
      })),
    );
    const on = Math.round(Math.min(...strikes.map((s) => s.peak)) / 3);
    const record = { lane: `p${i}`, rest: 0, noise: 1, on, full: on + 1 };
    return { frames: null as unknown as StruckLane['frames'], strikes, record, shock: 0, shocks: 0 };
  });
}

/** How far apart a strike of each force reads on the pads, steps: σ over pads of the force in which it is most. */
function apart(pads: ReturnType<typeof evenPads>, gains: readonly number[]) {
  const read = (force: number) =>
    pads.map(({ record: { on, full } }, i) => Math.min(1, (force * gains[i] - on) / (full - on)) * 127);
  const sigma = (values: number[]) => {
    const mean = values.reduce((a, b) => a + b) / values.length;
    return Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / values.length);
  };
  return Math.max(...Object.values(FORCES).map((force) => sigma(read(force))));
}

const UNLIKE = [0.6, 0.75, 0.9, 1, 1, 1.1, 1.25, 1.4, 1.6];
const ALIKE = new Array<number>(9).fill(1);

describe('pads are made even (handbook 4.6; truth: the gains that the strikes were made with)', () => {
  it('equal strikes read alike within two steps (σ over pads) on pads that differ up to 2.7 times', () => {
    const all = Array.from({ length: 40 }, (_, seed) =>
      apart(evenPads(padsOf(UNLIKE, 20, seed + 1)), UNLIKE),
    );
    // Chance alone: of a median of 20, over three dynamics, 127 · 0.1 · √(π/2/60) · 700/840 = 1.7 steps.
    expect(all.filter((steps) => steps < 2).length).toBeGreaterThanOrEqual(32);
    expect(Math.max(...all)).toBeLessThan(3);
  });
  it('two strikes each in each dynamics do not make alike pads unlike: what is chance in them is left out', () => {
    const all = Array.from({ length: 40 }, (_, seed) => apart(evenPads(padsOf(ALIKE, 2, seed)), ALIKE));
    expect(all.filter((steps) => steps < 3).length).toBeGreaterThanOrEqual(36);
  });
  it('says how exact that is: σ covers the truth, and fewer strikes leave more', () => {
    let within = 0;
    const pads = 20 * UNLIKE.length;
    for (let seed = 1; seed <= 20; seed++) {
      const made = evenPads(padsOf(UNLIKE, 5, seed));
      const scale = Math.exp(
        made.reduce((sum, { record }, i) => sum + Math.log(record.full / UNLIKE[i]), 0) / made.length,
      );
      made.forEach(({ record, even }, i) => {
        if (Math.abs(127 * Math.log(record.full / UNLIKE[i] / scale)) < 2 * even.sure) within++;
      });
    }
    // Of a normal distribution 95 % lie within two σ.
    expect(within / pads).toBeGreaterThan(0.9);
    const sure = (times: number) => evenPads(padsOf(UNLIKE, times, 1))[0].even.sure;
    expect(sure(20)).toBeLessThan(sure(5));
  });
  it('takes of no dynamics even pads as well, and a pad that alone was never struck in them stands by itself', () => {
    const gains = [1, 3];
    const as = (role: string, pads: StruckLane[]) =>
      pads.map((pad) => ({ ...pad, strikes: pad.strikes.map((s) => ({ ...s, role: role as 'soft' })) }));
    const made = evenPads(as('repeated', padsOf(gains, 20, 4)));
    expect(made[1].record.full / made[0].record.full).toBeCloseTo(3, 0);
    const [alike, apart] = [padsOf([1, 1], 20, 4), as('full', padsOf([4], 20, 6))];
    const mixed = evenPads([...alike, ...apart]);
    expect(mixed[2].record.full / mixed[0].record.full).toBeGreaterThan(3);
  });
  it('a pad alone has the p95 of its loud strikes and 5 %, as the handbook has it', () => {
    const [pad] = evenPads(padsOf([1], 20, 3));
    const loud = pad.strikes.filter((s) => s.role === ('loud' as string)).map((s) => s.peak);
    loud.sort((a, b) => a - b);
    expect(pad.record.full).toBeGreaterThanOrEqual(Math.floor(1.05 * loud[18]));
    expect(pad.record.full).toBeLessThanOrEqual(Math.ceil(1.05 * loud[19]));
  });
});
