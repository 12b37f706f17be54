import { describe, expect, it } from 'vitest';
import { countsFromKpa, kpaFromCounts, sheetFromTwoPressures } from '../sensors/breath-gauge';
import { bleedLitresPerMinute, phraseSeconds } from './bleed-hole';
import { convertPressure } from './pressure';

describe('pressure units (NIST Special Publication 811, 2008, appendix B)', () => {
  it('converts as the tables do', () => {
    expect(convertPressure(1, 'psi', 'kPa')).toBe(6.894757);
    expect(convertPressure(1, 'kPa', 'cmH2O')).toBeCloseTo(10.19716, 5);
    expect(convertPressure(1, 'kPa', 'mbar')).toBeCloseTo(10, 12);
    expect(convertPressure(convertPressure(3.3, 'psi', 'cmH2O'), 'cmH2O', 'psi')).toBeCloseTo(3.3, 12);
  });
});

describe('bleed hole (orifice equation; values of the maker’s handbook 4.3)', () => {
  it('passes 6.53 L/min through 2 mm at 2 kPa, so 4 L last 36.8 s; half the flow at a quarter of the pressure', () => {
    expect(bleedLitresPerMinute(2, 2)).toBeCloseTo(6.53, 2);
    expect(phraseSeconds(4, 2, 2)).toBeCloseTo(36.8, 1);
    expect(bleedLitresPerMinute(2, 0.5)).toBeCloseTo(3.26, 2);
    expect(phraseSeconds(4, 2, 0.5)).toBeCloseTo(73.5, 1);
    expect(() => bleedLitresPerMinute(2, -1)).toThrow(RangeError);
  });
});

describe('linear gauge', () => {
  it('two known pressures give the sheet back, and counts and kPa are inverse', () => {
    const board = { bits: 12 };
    const sheet = { perKpa: 0.09, offset: 0.04 };
    const at = (kpa: number) => ({ kpa, counts: countsFromKpa(kpa, sheet, board) });
    const found = sheetFromTwoPressures(at(0), at(1), board);
    expect(found.perKpa).toBeCloseTo(0.09, 12);
    expect(found.offset).toBeCloseTo(0.04, 12);
    expect(kpaFromCounts(countsFromKpa(2.5, sheet, board), sheet, board)).toBeCloseTo(2.5, 12);
    expect(() => sheetFromTwoPressures(at(1), at(1), board)).toThrow(RangeError);
  });
});
