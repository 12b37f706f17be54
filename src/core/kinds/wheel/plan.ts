import { THREE_PIN_STEPS, eachLane, type KindPlan } from '../kind-plan';

/** What wheel asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const wheelPlan: KindPlan = {
  signals: eachLane('analogue'),
  rate: { leastHz: 100, because: 'a hand moves it within a tenth of a second' },
  sourceOhms: 5000,
  currentMa: 0.4,
  wires: { lane: 3, shared: 0 },
  parts: (lanes) => [{ name: 'wheel with pot', count: lanes, cost: 8 }],
  circuit: () => ({ box: 'the wheel’s pot', wiper: true }),
  steps: [{ does: 'Set its pot so that neither end of the wheel is an end of the pot.' }, ...THREE_PIN_STEPS],
};
