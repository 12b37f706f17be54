/** One tick of the engine's clock is 16 µs, kept modulo 2^16: it wraps after 1.05 s. */
const TICK_SHIFT = 4;
export const TICK_US = 1 << TICK_SHIFT;

/**
 * A pause between two frames of this or more ends every timer that runs, µs. With the longest timer
 * ({@link LONGEST_TIMER_US}) it stays under one turn of the clock, so that no timer can alias.
 */
export const PAUSE_US = 524_288;

/** Longest window, hold-off or interval, µs. */
export const LONGEST_TIMER_US = 250_000;

/** Time of a frame as ticks. @param tUs µs, any size: only the time modulo 2^32 counts @returns 0 … 65535 */
export const ticksAt = (tUs: number): number => (tUs >>> TICK_SHIFT) & 0xffff;

/** Whole ticks in a duration, rounded down. @param us 0 … {@link LONGEST_TIMER_US} */
export const ticksIn = (us: number): number => Math.floor(us / TICK_US);

/** Ticks from one reading of the clock to a later one, less than a turn apart. */
export const ticksSince = (since: number, now: number): number => (now - since) & 0xffff;

/** Whether two frames lie so far apart that every timer has ended. Times in µs, compared modulo 2^32. */
export const isPause = (beforeUs: number, tUs: number): boolean => (tUs - beforeUs) >>> 0 >= PAUSE_US;
