import { refuse, ok, type Result } from '../result';

/** What a letter after, or within, a number multiplies it by: SI prefixes, and R for the point of a resistor (IEC 60062, 4.1). */
const PREFIXES: Record<string, number> = {
  ...{ R: 1, k: 1e3, K: 1e3, M: 1e6, G: 1e9 },
  ...{ m: 1e-3, µ: 1e-6, μ: 1e-6, u: 1e-6, n: 1e-9, p: 1e-12 },
};
const LETTERS = Object.keys(PREFIXES).join('');
const PLAIN = new RegExp(`^([+-]?(?:\\d+[.,]?\\d*|[.,]\\d+)(?:e[+-]?\\d+)?)([${LETTERS}]?)$`);
const WITHIN = new RegExp(`^([+-]?\\d+)([${LETTERS}])(\\d+)$`);
/** A comma before three digits parts decimals in one country and thousands in another. */
const EITHER = /^[+-]?[1-9]\d{0,2},\d{3}$/;

/**
 * A number as people type it: 4.7, 4,7, 4k7, 2M2, 10 k, 1e3, each with or without its unit.
 * @param unit that may stand after it
 */
export function readNumber(typed: string, unit = ''): Result<number> {
  const bare = withoutUnit(typed.trim().replace(/[\u2212\u2013]/g, '-'), unit).replace(/\s/g, '');
  if (EITHER.test(bare))
    return refuse({ path: '', says: `${typed.trim()} can be read in two ways: type it without the comma` });
  const within = WITHIN.exec(bare);
  const plain = PLAIN.exec(bare);
  if (within) return ok(times(`${within[1]}.${within[3]}`, within[2]));
  if (plain) return ok(times(plain[1].replace(',', '.'), plain[2]));
  return refuse({ path: '', says: `${typed.trim() === '' ? 'an empty field' : typed.trim()} is no number` });
}

/** Twelve digits: 4.7 times 1000 has no end in binary. */
const times = (number: string, prefix: string): number =>
  Number((Number(number) * (PREFIXES[prefix] ?? 1)).toPrecision(12));

function withoutUnit(typed: string, unit: string): string {
  const own = [unit, 'Ω', 'Ohm', 'ohm', 'ohms'].find((u) => u !== '' && typed.endsWith(u));
  return own ? typed.slice(0, -own.length) : typed;
}
