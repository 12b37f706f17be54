import type { Filter } from '../shape/filters';

/** What a filter costs and saves on the maker's own takes. */
export interface FilterPrice {
  /** None: as it is. */
  filter: Filter | null;
  /** Median over the gestures of how much later the level passes half of each one's peak, ms. */
  lagMs: number;
  /** σ at rest, in steps of 127 where the curve is straight. */
  noiseSteps: number;
}

/** Filters that are set beside each other. */
export const FILTERS_TO_TRY: readonly Filter[] = [
  ...[3, 5].map((of) => ({ is: 'median', of }) as const),
  ...[2, 4, 8, 16, 32, 64, 128].map((cutoffHz) => ({ is: 'exponential', cutoffHz }) as const),
  ...[1, 2, 4].flatMap((cutoffHz) =>
    [2, 8, 32].map((quicker) => ({ is: 'one-euro', cutoffHz, quicker }) as const),
  ),
];

/** The stillest filter that is no later than so long; null where none is stiller than no filter. */
export function stillestWithin(prices: readonly FilterPrice[], mostMs: number): FilterPrice | null {
  const bare = prices.find(({ filter }) => filter === null);
  const within = prices.filter(({ filter, lagMs }) => filter !== null && lagMs <= mostMs);
  const best = within.reduce<FilterPrice | null>(
    (least, own) => (least === null || own.noiseSteps < least.noiseSteps ? own : least),
    null,
  );
  return best && bare && best.noiseSteps < bare.noiseSteps ? best : null;
}
