/** Debounce over the longest bounce (maker's handbook 4.8: p99 of the bursts), and the least and most that is taken, ms. */
const MARGIN = 1.5;
const LEAST_MS = 1;
const MOST_MS = 250;

/** The debounce that a contact needs, whole ms. @param bounceMs its longest bounce, ms */
export const debounceFor = (bounceMs: number): number =>
  Math.min(MOST_MS, Math.ceil(Math.max(LEAST_MS, MARGIN * bounceMs)));
