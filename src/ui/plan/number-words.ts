import { grouped } from '../parts/words';

/** A sum of money. */
export const moneyWords = (value: number): string => value.toFixed(2);

/** A number as a person reads it: three figures that count, thousands apart. */
export function numberWords(value: number): string {
  const size = Math.abs(value);
  if (size >= 1000) return grouped(Math.round(value));
  if (size >= 100 || Number.isInteger(value)) return String(Math.round(value));
  if (size >= 10) return value.toFixed(1);
  return size >= 0.1 ? value.toFixed(2) : value.toPrecision(2);
}
