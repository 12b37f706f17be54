/** Places looked at first, evenly apart: what is looked for may have several valleys. */
const COARSE = 200;

/** Where an error is least, low … high: scanned coarsely, then by golden section (Kiefer, Proc. AMS 4, 1953). */
export function leastAt(error: (at: number) => number, low: number, high: number): number {
  const width = (high - low) / COARSE;
  let best = low;
  for (let k = 1; k <= COARSE; k++) if (error(low + k * width) < error(best)) best = low + k * width;
  const golden = (Math.sqrt(5) - 1) / 2;
  let from = Math.max(low, best - width);
  let to = Math.min(high, best + width);
  for (let i = 0; i < 60; i++) {
    const a = to - golden * (to - from);
    const b = from + golden * (to - from);
    if (error(a) < error(b)) to = b;
    else from = a;
  }
  return (from + to) / 2;
}
