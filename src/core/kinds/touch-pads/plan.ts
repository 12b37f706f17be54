import { LEAD_STEPS, eachLane, type KindPlan } from '../kind-plan';

/** What touch pads asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const touchPadsPlan: KindPlan = {
  signals: eachLane('touch', 'pad'),
  rate: { leastHz: 100, because: 'a touch lasts 50 ms at least' },
  sourceOhms: 0,
  currentMa: 0.2,
  wires: { lane: 1, shared: 0 },
  parts: (lanes) => [{ name: 'pad and lead', count: lanes, cost: 0.5 }],
  circuit: () => ({}),
  steps: [
    {
      does: 'Keep each lead short and away from its neighbours’.',
      check: 'Touching one pad moves no other by a quarter as much.',
    },
    ...LEAD_STEPS,
  ],
};
