import { THREE_PIN_STEPS, eachLane, type KindPlan } from '../kind-plan';

/** What pot asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const potPlan: KindPlan = {
  signals: eachLane('analogue'),
  rate: { leastHz: 50, because: 'a hand turns it slowly' },
  sourceOhms: 5000,
  currentMa: 0.4,
  wires: { lane: 3, shared: 0 },
  parts: (lanes) => [
    { name: 'pot or slider, 10 kΩ', count: lanes, cost: 1.5 },
    { name: 'knob', count: lanes, cost: 0.8 },
  ],
  circuit: () => ({ box: 'each pot', wiper: true }),
  steps: [
    {
      does: 'Wire its outer ends to supply and ground, and its middle to the pin.',
      check: 'Turned right, its counts rise.',
    },
    ...THREE_PIN_STEPS,
  ],
  spare: 'No capacitor at its wiper: a deadband from its own noise keeps it quiet.',
};
