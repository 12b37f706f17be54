/** What is chosen, before anyone has: one step for each value of seven bits, each worth as much. */
export const CHOSEN = { steps: 127, ends: 'stop', accelerates: 1, values: 'one' } as const;
