/** A level that was held: where, and how far it strayed (σ), shares of the way from dead zone to reach. */
export interface Held {
  share: number;
  spread: number;
}

/** A hold is looked at over so long, µs. */
export const HOLD_US = 3e6;
/** Two levels are told apart where they lie so many spreads apart: each then stays on its own side 95 % of the time. (Common practice, no source.) */
const APART = 4;
/** Spreads below this are the converter's, not the player's. */
const LEAST_SPREAD = 1 / 2000;

/**
 * How many levels a player has: steps of four spreads from nothing to all, the spread straight between the holds and the same beyond them.
 * @param holds one or more, in any order
 */
export function levelsHeld(holds: readonly Held[]): number {
  const known = [...holds].sort((a, b) => a.share - b.share);
  const spreadAt = (x: number) => {
    const next = known.findIndex(({ share }) => share >= x);
    if (next < 0) return known[known.length - 1].spread;
    if (next === 0) return known[0].spread;
    const [low, high] = [known[next - 1], known[next]];
    return low.spread + ((high.spread - low.spread) * (x - low.share)) / (high.share - low.share || 1);
  };
  const PLACES = 200;
  let levels = 0;
  for (let i = 0; i < PLACES; i++)
    levels += 1 / PLACES / (APART * Math.max(LEAST_SPREAD, spreadAt((i + 0.5) / PLACES)));
  return levels;
}

/** The deadband under which a held level sends nothing: two spreads of the steadiest hold, 7-bit steps. @param curve by which the level answers */
export function deadbandFor(holds: readonly Held[], curve: (x: number) => number): number {
  const steps = holds.map(({ share, spread }) => {
    const [low, high] = [Math.max(0, share - spread), Math.min(1, share + spread)];
    return 127 * (curve(high) - curve(low));
  });
  return Math.min(64, Math.round(Math.min(...steps)));
}
