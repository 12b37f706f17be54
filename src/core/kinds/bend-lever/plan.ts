import { THREE_PIN_STEPS, eachLane, type KindPlan } from '../kind-plan';

/** What bend lever asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const bendLeverPlan: KindPlan = {
  signals: eachLane('analogue'),
  rate: { leastHz: 250, because: 'a bend is heard in steps of a few milliseconds' },
  sourceOhms: 5000,
  currentMa: 0.4,
  wires: { lane: 3, shared: 0 },
  parts: (lanes) => [
    { name: 'lever with pot or magnet sensor', count: lanes, cost: 6 },
    { name: 'spring', count: 2 * lanes, cost: 0.5 },
  ],
  circuit: () => ({ box: 'the lever’s pot or sensor' }),
  steps: [
    {
      does: 'Set the springs so that it rests in the middle.',
      check: 'Bent and let go from either side, it comes back to the same count.',
    },
    ...THREE_PIN_STEPS,
  ],
};
