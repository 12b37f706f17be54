import { THREE_PIN_STEPS, eachLane, type KindPlan } from '../kind-plan';

/** What stick asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const stickPlan: KindPlan = {
  signals: eachLane('analogue'),
  rate: { leastHz: 100, because: 'a thumb moves it within a tenth of a second' },
  sourceOhms: 5000,
  currentMa: 0.5,
  wires: { lane: 2, shared: 2 },
  parts: () => [{ name: 'thumb stick', count: 1, cost: 3 }],
  circuit: () => ({ box: 'the stick' }),
  steps: [
    {
      does: 'Fix it so that it returns to its middle by itself.',
      check: 'Let go ten times, it comes back within a fiftieth.',
    },
    ...THREE_PIN_STEPS,
  ],
};
