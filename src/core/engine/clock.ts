/** One tick of the engine's clock is 16 µs, kept modulo 2^16: it wraps after 1.05 s. */
const TICK_SHIFT = 4;
export const TICK_US = 1 << TICK_SHIFT;

/** One tick of its slow clock is 16.4 ms, kept modulo 2^16: it wraps after 17.9 minutes. */
const SLOW_SHIFT = 14;
export const SLOW_US = 1 << SLOW_SHIFT;

/**
 * A pause between two frames of this or more ends every timer that runs, µs. With the longest timer
 * ({@link LONGEST_TIMER_US}) and a sweep ({@link SWEEP_TICKS}) it stays under one turn of the clock, so that no timer can alias.
 */
export const PAUSE_US = 524_288;

/** Longest window, hold-off, mask, length or interval, µs. */
export const LONGEST_TIMER_US = 250_000;

/** Timers that have ended are cleared this often, ticks: 262 ms. */
export const SWEEP_TICKS = 0x4000;

/** `since` of a timer that a pause has ended: half a turn ago, which is longer than any timer. */
export const longAgo = (t: number): number => (t - 0x8000) & 0xffff;

/** Time of a frame as ticks. @param tUs µs, any size: only the time modulo 2^32 counts @returns 0 … 65535 */
export const ticksAt = (tUs: number): number => (tUs >>> TICK_SHIFT) & 0xffff;

/** Time of a frame as slow ticks, 0 … 65535. */
export const slowAt = (tUs: number): number => (tUs >>> SLOW_SHIFT) & 0xffff;

/** Whole ticks in a duration, rounded down. @param us 0 … {@link LONGEST_TIMER_US} */
export const ticksIn = (us: number): number => Math.floor(us / TICK_US);

/** Whether a time has come, which is less than half a turn away. */
export const hasCome = (until: number, now: number): boolean => ((now - until) & 0x8000) === 0;

/** Ticks from one reading of a clock to a later one, less than a turn apart. */
export const ticksSince = (since: number, now: number): number => (now - since) & 0xffff;
