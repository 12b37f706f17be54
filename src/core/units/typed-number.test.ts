import { describe, expect, it } from 'vitest';
import { readNumber } from './typed-number';

describe('a number as it is typed', () => {
  it('has a point or a comma, and prefixes after it or within, as on resistors (IEC 60062)', () => {
    const read = {
      ...{ '4.7': 4.7, '4,7': 4.7, '0,125': 0.125, ',5': 0.5, '12.': 12, '-3': -3, '−3': -3, '1e3': 1000 },
      ...{ '4k7': 4700, '2M2': 2.2e6, '4R7': 4.7, '0R22': 0.22, '10k': 1e4, '10 k': 1e4, '1µ': 1e-6 },
      ...{ '4.7 kΩ': 4700, '220 ohm': 220, ' 100 Ω ': 100 },
    };
    for (const [typed, value] of Object.entries(read))
      expect(readNumber(typed), typed).toEqual({ ok: true, value });
    expect(readNumber('5 ms', 'ms')).toEqual({ ok: true, value: 5 });
    expect(readNumber('10 kPa', 'kPa')).toEqual({ ok: true, value: 10 });
  });
  it('what can be read in two ways, or in none, is refused with what was typed', () => {
    for (const typed of [
      '1,000',
      '47,000',
      '',
      ' ',
      'four',
      '4..7',
      '4k7k',
      '1 2x',
      '0x10',
      'Infinity',
      'NaN',
    ])
      expect(readNumber(typed).ok, typed).toBe(false);
    expect(readNumber('1,000')).toMatchObject({ faults: [{ says: expect.stringContaining('two ways') }] });
  });
});
