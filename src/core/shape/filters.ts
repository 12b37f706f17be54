/** Takes the middle of the last counts. */
export interface MedianFilter {
  is: 'median';
  /** Counts that it looks at. */
  of: number;
}
/** Goes a share of the way towards each count. */
export interface ExponentialFilter {
  is: 'exponential';
  /** Where it lets half of the power through, Hz. */
  cutoffHz: number;
}
/** The 1 € filter: its cut-off rises with the speed. */
export interface OneEuroFilter {
  is: 'one-euro';
  /** Cut-off at rest, Hz. */
  cutoffHz: number;
  /** By so much it rises, Hz for each reach a second. */
  quicker: number;
}
export type Filter = MedianFilter | ExponentialFilter | OneEuroFilter;
export type FilterId = Filter['is'];

/** What a filter does to a still hand's noise and to a steady movement. */
export interface FilterWork {
  /** Standard deviation of what comes out over that of what goes in, of white noise at rest. */
  noise: number;
  /** How long a steady movement comes late, ms. */
  lagMs: number;
}

/** Of a level at hand. */
export interface FilterPlace {
  scanHz: number;
  /** σ at rest, a share of its way from dead zone to reach. */
  noise: number;
  /** How fast it moves, reaches a second. */
  speed: number;
}

/** Variance of the median of n standard normals: sums of products of order statistics (D. Teichroew, Ann. Math. Statist. 27, 1956). */
const MEDIAN_VARIANCE: Readonly<Record<number, number>> = { 3: 0.448671, 5: 0.286834 };

/* Of a new sample with weight a: variance a / (2 − a), delay (1 − a) / a samples (maker's handbook 5). */
const noiseBy = (weight: number): number => Math.sqrt(weight / (2 - weight));
const lagBy = (weight: number, scanHz: number): number => (1000 * (1 - weight)) / weight / scanHz;

const turned = (cutoffHz: number, scanHz: number): number => (2 * Math.PI * cutoffHz) / scanHz;

const WORK: { [F in Filter as F['is']]: (filter: F, at: FilterPlace) => FilterWork } = {
  median: ({ of }, { scanHz }) => ({
    noise: Math.sqrt(MEDIAN_VARIANCE[of]),
    lagMs: (500 * (of - 1)) / scanHz,
  }),
  exponential: ({ cutoffHz }, { scanHz }) => {
    const weight = 1 - Math.exp(-turned(cutoffHz, scanHz));
    return { noise: noiseBy(weight), lagMs: lagBy(weight, scanHz) };
  },
  'one-euro': ({ cutoffHz, quicker }, { scanHz, noise, speed }) => {
    // Noise moves too: white noise through the 1 Hz that smooths the speed reads √(2 · rate) σ a second on average.
    const rest = turned(cutoffHz + quicker * noise * Math.sqrt(2 * scanHz), scanHz);
    // What comes late is further from what is read, and counts as quicker: u = b + c/u of a steady movement.
    const [b, c] = [turned(cutoffHz + quicker * speed, scanHz), turned(quicker * speed, scanHz)];
    const moving = (b + Math.sqrt(b * b + 4 * c)) / 2;
    return { noise: noiseBy(rest / (1 + rest)), lagMs: 1000 / moving / scanHz };
  },
};

export const filterWork = (filter: Filter, at: FilterPlace): FilterWork =>
  (WORK[filter.is] as (filter: Filter, at: FilterPlace) => FilterWork)(filter, at);
