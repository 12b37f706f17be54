import { LEAD_STEPS, type KindPlan } from '../kind-plan';

/** What touch surface asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const touchSurfacePlan: KindPlan = {
  signals: () => [
    { name: 'x', needs: 'analogue', lane: 0 },
    { name: 'y', needs: 'analogue', lane: 1 },
    { name: 'press', needs: 'analogue', lane: 2 },
    { name: 'drive x', needs: 'digital', lane: null },
    { name: 'drive y', needs: 'digital', lane: null },
  ],
  rate: { leastHz: 200, because: 'a quick slide crosses it in a tenth of a second' },
  sourceOhms: 1000,
  currentMa: 4,
  wires: { lane: 5, shared: 0 },
  parts: () => [
    { name: 'touch surface, four wires', count: 1, cost: 12 },
    { name: 'pressure sheet under it', count: 1, cost: 5 },
  ],
  circuit: () => ({ box: 'the surface' }),
  steps: [
    {
      does: 'Lay the surface on its pressure sheet without a crease.',
      check: 'Pressed at the corners it reads its corners.',
    },
    ...LEAD_STEPS,
  ],
};
