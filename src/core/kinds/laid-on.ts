/** How long a known load lies, and until it lies, µs. (Invented.) */
const LOAD_US = 1_300_000;
const LAID_US = 200_000;

/** What lies there: each load for a while, then the next one; after the last all is lifted. @param sinceUs since the first */
export function laidOn(loads: readonly number[], sinceUs: number): number {
  const at = Math.floor(sinceUs / LOAD_US);
  const [before, now] = [loads[at - 1] ?? 0, loads[at] ?? 0];
  return before + (now - before) * Math.min(1, (sinceUs - at * LOAD_US) / LAID_US);
}

/** All of them, and a pause before another lane's, µs. */
export const allLaidUs = (loads: readonly number[]): number => (loads.length + 1) * LOAD_US;
