import { describe, expect, it } from 'vitest';
import {
  batteryHours,
  bestFixedOhms,
  bleedLitresPerMinute,
  centsPerCount,
  chainStepMm,
  chargeUs,
  contactStepsPerTick,
  contactVelocity,
  dividerSwing,
  ghostingChords,
  matrixLines,
  phraseSeconds,
  ribbonPlace,
  ribbonShare,
  ribbonWorstError,
  settlingConstants,
  settlingUs,
} from './formulas';
import { KPA_PER } from './pressures';

// Values of the maker's handbook, 4.3 – 4.8 and 9, unless said.
describe('the arithmetic of parts', () => {
  it('a divider swings most with the geometric mean, 81.82 % of the supply from 1 kΩ to 100 kΩ', () => {
    expect(bestFixedOhms(1e3, 1e5)).toBeCloseTo(1e4, 6);
    expect(dividerSwing(1e4, 1e3, 1e5)).toBeCloseTo(0.8182, 4);
    for (const other of [3e3, 9e3, 11e3, 5e4])
      expect(dividerSwing(other, 1e3, 1e5)).toBeLessThan(dividerSwing(1e4, 1e3, 1e5));
  });
  it('a converter settles to half a count in 7.62 time constants for ten bits, 9.01 for twelve', () => {
    expect(settlingConstants(10)).toBeCloseTo(7.62, 2);
    expect(settlingConstants(12)).toBeCloseTo(9.01, 2);
    expect(settlingUs(10, 10_000, 14)).toBeCloseTo(7.62 * 0.14, 2);
  });
  it('1 MΩ and 100 pF reach half the supply in 69.3 µs', () => {
    expect(chargeUs(1e6, 100, 0.5)).toBeCloseTo(69.3, 1);
  });
  it('a 2 mm hole passes 6.53 l/min at 2 kPa, so that 4 l last 36.8 s; at 0.5 kPa 3.26 and 73.5 s', () => {
    expect(bleedLitresPerMinute(2, 2)).toBeCloseTo(6.53, 2);
    expect(phraseSeconds(4, 2, 2)).toBeCloseTo(36.8, 1);
    expect(bleedLitresPerMinute(2, 0.5)).toBeCloseTo(3.26, 2);
    expect(phraseSeconds(4, 2, 0.5)).toBeCloseTo(73.5, 1);
  });
  it('pressures: 1 psi is 6.894757 kPa (NIST SP 811, B.8), a water column of 10.2 cm 1 kPa', () => {
    expect(KPA_PER.psi).toBe(6.894757);
    expect(10.2 * KPA_PER.cmH2O).toBeCloseTo(1, 2);
    expect(10 * KPA_PER.mbar).toBe(1);
  });
  it('a ribbon with a pull-down errs by 0.72 % of its length at k 0.05, 1.45 % at 0.1, and is inverted exactly', () => {
    expect(100 * ribbonWorstError(0.05)).toBeCloseTo(0.72, 1);
    expect(100 * ribbonWorstError(0.1)).toBeCloseTo(1.45, 1);
    for (const k of [0, 0.05, 0.1, 1])
      for (const x of [0, 0.1, 0.5, 2 / 3, 1]) expect(ribbonPlace(ribbonShare(x, k), k)).toBeCloseTo(x, 12);
  });
  it('three octaves on ten bits are 3.52 cents a count, one and a half 1.76; 170 resistors over 400 mm step 2.35 mm', () => {
    expect(centsPerCount(3, 10)).toBeCloseTo(3.52, 2);
    expect(centsPerCount(1.5, 10)).toBeCloseTo(1.76, 2);
    expect(chainStepMm(400, 170)).toBeCloseTo(2.35, 2);
  });
  it('two contacts from 2 to 60 ms: 1.85 velocity steps a tick of 0.1 ms, 18.5 of 1 ms, in either law from 1 to 127', () => {
    expect(contactStepsPerTick(0.1, 2, 60)).toBeCloseTo(1.85, 2);
    expect(contactStepsPerTick(1, 2, 60)).toBeCloseTo(18.5, 1);
    for (const law of ['log', 'reciprocal'] as const)
      expect([60, 2, 1, 100].map((ms) => contactVelocity(ms, 2, 60, law))).toEqual([1, 127, 127, 1]);
    expect(contactVelocity(2, 2, 60, 'log') - contactVelocity(2.001, 2, 60, 'log')).toBeCloseTo(
      contactStepsPerTick(0.001, 2, 60),
      3,
    );
  });
  it('a matrix takes the fewest lines, and every rectangle of keys ghosts four ways (counted out here)', () => {
    for (const n of [1, 2, 7, 12, 25, 61]) {
      const { rows, columns } = matrixLines(n);
      expect(rows * columns).toBeGreaterThanOrEqual(n);
      for (let r = 1; r <= n; r++) expect(rows + columns).toBeLessThanOrEqual(r + Math.ceil(n / r));
    }
    let chords = 0;
    const [rows, columns] = [3, 4];
    const keys = Array.from({ length: rows * columns }, (_, i) => [Math.floor(i / columns), i % columns]);
    const three = (a: number[], b: number[], c: number[]) =>
      [a, b, c].some((at) => {
        const [p, q] = [a, b, c].filter((k) => k !== at);
        return at[0] === p[0] && at[1] === q[1] && p[1] !== at[1] && q[0] !== at[0];
      }) ||
      [a, b, c].some((at) => {
        const [q, p] = [a, b, c].filter((k) => k !== at);
        return at[0] === p[0] && at[1] === q[1] && p[1] !== at[1] && q[0] !== at[0];
      });
    keys.forEach((a, i) =>
      keys.forEach((b, k) => keys.forEach((c, m) => i < k && k < m && three(a, b, c) && chords++)),
    );
    expect(ghostingChords(rows, columns)).toBe(chords);
  });
  it('battery: a fifth is left in it', () => {
    expect(batteryHours(1000, 80)).toBeCloseTo(10, 9);
  });
});
