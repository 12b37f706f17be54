import type { Result } from '@/core/result';

/** What a field may hold. */
export interface Limits {
  low: number;
  high: number;
  /** Whether it must be a whole number. */
  whole: boolean;
  unit: string;
  /** A number from what is typed. */
  read: (typed: string) => Result<number>;
  /** A number as the field shows it. */
  words: (value: number) => string;
}

/** Why what is typed cannot be taken, in one sentence; null where it can. */
export function refusalOf(typed: string, { low, high, whole, unit, read, words }: Limits): string | null {
  const number = read(typed);
  if (!number.ok) return number.faults[0].says;
  const { value } = number;
  if (value < low || value > high) return `${typed.trim()}: ${words(low)} to ${words(high)} ${unit}`.trim();
  return whole && !Number.isInteger(value) ? `${typed.trim()}: whole numbers only` : null;
}
