/** A seeded stream of numbers: the same seed gives the same stream everywhere. */
export interface Random {
  /** Uniform in [0, 1). */
  next(): number;
  /** Normal, mean 0, σ 1 (Box & Muller, Ann. Math. Stat. 29, 1958). */
  gauss(): number;
  /** Uniform in [low, high). */
  between(low: number, high: number): number;
  /** Uniform integer, low … high. */
  whole(low: number, high: number): number;
}

/** Seeded generator with 32 bits of state (a Weyl sequence through a mixing function); not for secrets. */
export function random(seed: number): Random {
  let state = seed >>> 0;
  let spare: number | null = null;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
  const gauss = () => {
    if (spare !== null) {
      const kept = spare;
      spare = null;
      return kept;
    }
    const radius = Math.sqrt(-2 * Math.log(1 - next()));
    const angle = 2 * Math.PI * next();
    spare = radius * Math.sin(angle);
    return radius * Math.cos(angle);
  };
  return {
    next,
    gauss,
    between: (low, high) => low + (high - low) * next(),
    whole: (low, high) => low + Math.floor((high - low + 1) * next()),
  };
}
