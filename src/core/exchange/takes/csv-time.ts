import type { NumberLines } from './csv-lines';

/** µs a unit of a first column of this name. */
const UNIT_US = new Map([
  ['t_us', 1],
  ['us', 1],
  ['t_µs', 1],
  ['time_us', 1],
  ['t_ms', 1000],
  ['ms', 1000],
  ['time_ms', 1000],
  ['t_s', 1e6],
  ['time_s', 1e6],
]);
const UNITLESS = ['t', 'time', 'timestamp'];

/** µs a unit of a column of this name; 'untold' for a time without a unit, null for no time. */
export const timeNamed = (name: string): number | 'untold' | null =>
  UNIT_US.get(name.toLowerCase()) ?? (UNITLESS.includes(name.toLowerCase()) ? 'untold' : null);

/**
 * µs a unit of the first column, or null when it is no time. Without a header, a column that only rises is one; without
 * a unit, the step from line to line tells it.
 */
export function timeUnitUs({ header, numbers, width }: NumberLines): number | null {
  const n = numbers.length / width;
  if (header) {
    const named = timeNamed(header[0]);
    if (named !== 'untold') return named;
  } else if (width < 2 || n < 3) return null;
  let rising = 0;
  for (let i = 1; i < n; i++) if (numbers[i * width] > numbers[(i - 1) * width]) rising++;
  if (!header && rising < 0.95 * (n - 1)) return null;
  return unitOfStep((numbers[(n - 1) * width] - numbers[0]) / Math.max(1, n - 1));
}

/** Between 20 Hz and 10 kHz a step can have one unit only: over 100 it is µs, up to 0.05 seconds, else ms. */
export const unitOfStep = (step: number): number => (step > 100 ? 1 : step > 0 && step <= 0.05 ? 1e6 : 1000);

/** A step over this is no step between frames: makers' boards send at 20 Hz and more. */
const LEAP_US = 1e6;

/** Follows a take's clock: whole µs, and on past where a 32-bit counter wraps. */
export class TakeClock {
  private wraps = 0;
  private previous = -Infinity;

  constructor(private readonly unitUs: number) {}

  /**
   * Whether a reading leaps ahead by itself, over a second, and the next one is back where time had been. Followed, it
   * would shut out all the lines until then.
   */
  leaps(reading: number, next: number): boolean {
    const us = (raw: number) => raw * this.unitUs + this.wraps;
    if (this.previous === -Infinity) return false;
    return next < reading && us(reading) - this.previous > LEAP_US && us(next) >= this.previous;
  }

  /** Whether a reading is a time at all: µs of it can be told apart. */
  holds = (reading: number): boolean => Math.abs(reading * this.unitUs) <= Number.MAX_SAFE_INTEGER / 2;

  /** @returns µs, or null where time runs backwards */
  at(reading: number): number | null {
    const turn = 2 ** 32 * this.unitUs;
    let t = Math.round(reading * this.unitUs) + this.wraps;
    if (t < this.previous - turn / 2) {
      this.wraps += turn;
      t += turn;
    }
    if (t < this.previous) return null;
    this.previous = t;
    return t;
  }
}
