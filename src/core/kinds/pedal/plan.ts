import { THREE_PIN_STEPS, eachLane, type KindPlan } from '../kind-plan';

/** What pedal asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const pedalPlan: KindPlan = {
  signals: eachLane('analogue'),
  rate: { leastHz: 100, because: 'a foot moves within a tenth of a second' },
  sourceOhms: 5000,
  currentMa: 0.4,
  wires: { lane: 3, shared: 0 },
  parts: (lanes) => [
    { name: 'continuous pedal', count: lanes, cost: 30 },
    { name: 'socket of three pins', count: lanes, cost: 1 },
  ],
  circuit: () => ({ box: 'the socket', wiper: true }),
  steps: [
    {
      does: 'Find out with the meter which pin of its plug is the wiper.',
      check: 'Between the other two the resistance does not change.',
    },
    ...THREE_PIN_STEPS,
  ],
};
