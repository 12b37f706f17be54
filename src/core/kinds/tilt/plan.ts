import { LEAD_STEPS, type KindPlan } from '../kind-plan';

/** What tilt asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const tiltPlan: KindPlan = {
  signals: () => [{ name: 'data and clock', needs: 'bus', lane: null }],
  rate: { leastHz: 100, because: 'a body moves within a tenth of a second' },
  sourceOhms: 0,
  currentMa: 1,
  wires: { lane: 4, shared: 0 },
  parts: () => [{ name: 'tilt sensor of three axes', count: 1, cost: 4 }],
  circuit: () => ({ box: 'the tilt sensor', bus: true }),
  steps: [
    {
      does: 'Fix it square to the instrument.',
      check: 'Lying on each of its six sides, one axis shows one g.',
    },
    ...LEAD_STEPS,
  ],
};
