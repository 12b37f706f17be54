import { LEAD_STEPS, eachLane, type KindPlan } from '../kind-plan';
import { switchPlan } from '../switch/plan';

/** What foot switch asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const footSwitchPlan: KindPlan = {
  signals: eachLane('digital'),
  rate: { leastHz: 100, because: 'a contact bounces for a few milliseconds' },
  sourceOhms: 0,
  currentMa: 0.1,
  wires: { lane: 2, shared: 0 },
  parts: (lanes) => [
    { name: 'foot switch', count: lanes, cost: 12 },
    { name: 'socket', count: lanes, cost: 1 },
  ],
  circuit: () => ({ down: ['the socket'] }),
  steps: [
    {
      does: 'Find out which pins of its plug are the contact.',
      check: 'The meter beeps pressed and is silent released, or the other way round.',
    },
    ...LEAD_STEPS,
  ],
  sums: switchPlan.sums,
  spare: 'Any foot switch will do; which way it works is found out.',
};
