import { eachLane, type KindPlan } from '../kind-plan';

/** What switch asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const switchPlan: KindPlan = {
  signals: eachLane('digital'),
  rate: { leastHz: 100, because: 'a contact bounces for a few milliseconds' },
  sourceOhms: 0,
  currentMa: 0.1,
  wires: { lane: 2, shared: 0 },
  parts: (lanes) => [{ name: 'switch', count: lanes, cost: 1 }],
  steps: [
    {
      does: 'Wire one side to ground, the other to its pin.',
      check: 'The meter beeps pressed and is silent released, or the other way round.',
    },
  ],
  spare: 'No debounce circuit is needed: the runtime passes over bounces.',
};
