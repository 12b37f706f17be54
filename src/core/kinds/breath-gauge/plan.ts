import { THREE_PIN_STEPS, eachLane, type KindPlan } from '../kind-plan';

/** What breath gauge asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const breathGaugePlan: KindPlan = {
  signals: eachLane('analogue'),
  rate: { leastHz: 250, because: 'an attack of 10 ms wants three looks' },
  sourceOhms: 2000,
  currentMa: 6,
  wires: { lane: 3, shared: 0 },
  parts: (lanes) => [
    { name: 'pressure gauge, 10 kPa', count: lanes, cost: 14 },
    { name: 'tube, 8 mm', count: lanes, cost: 2 },
  ],
  steps: [
    {
      does: 'Punch one hole 1 mm smaller than the tube and try the fit before the others.',
      check: 'The tube stays in when it is pulled lightly.',
    },
    {
      does: 'Seal the joints, and lead the gauge off on a side branch that rises.',
      check: 'Held breath keeps its level for five seconds.',
      care: 'A mouthpiece is one player’s: food-safe, washed and dried.',
    },
    ...THREE_PIN_STEPS,
  ],
  spare: 'No switch is needed to begin a note: the breath’s own gate does it.',
};
