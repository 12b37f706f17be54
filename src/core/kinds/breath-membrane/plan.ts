import { LEAD_STEPS, eachLane, type KindPlan } from '../kind-plan';

/** What breath membrane asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const breathMembranePlan: KindPlan = {
  signals: eachLane('analogue'),
  rate: { leastHz: 250, because: 'an attack of 10 ms wants three looks' },
  sourceOhms: 10000,
  currentMa: 12,
  wires: { lane: 4, shared: 0 },
  parts: (lanes) => [
    { name: 'light and receiver, reflecting', count: lanes, cost: 3 },
    { name: 'membrane', count: lanes, cost: 1 },
  ],
  circuit: () => ({ box: 'the light and its receiver' }),
  steps: [
    {
      does: 'Fix the sensor about a centimetre from the membrane, so that all its travel lies on one side of the brightest place.',
      check: 'Blown slowly harder, the counts only rise, or only fall.',
    },
    ...LEAD_STEPS,
  ],
};
