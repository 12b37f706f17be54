import { ohmsWords } from '../../parts/circuit';
import { dividerSums } from '../divider-sums';
import { LEAD_STEPS, eachLane, type KindPlan } from '../kind-plan';

/** What lip sensor asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const lipSensorPlan: KindPlan = {
  signals: eachLane('analogue'),
  rate: { leastHz: 250, because: 'an attack of 10 ms wants three looks' },
  sourceOhms: 10000,
  currentMa: 1,
  wires: { lane: 2, shared: 0 },
  parts: (lanes, { fixedOhms }) => [
    { name: 'force pad, small', count: lanes, cost: 5 },
    { name: `fixed resistor, ${ohmsWords(fixedOhms)}`, count: lanes, cost: 0.1 },
  ],
  circuit: ({ fixedOhms }) => ({
    up: 'the lip’s force pad',
    down: [`the fixed resistor, ${ohmsWords(fixedOhms)},`],
  }),
  steps: [
    {
      does: 'Cover it so that no moisture reaches its leads.',
      check: 'Dry and wet it rests at the same count.',
      care: 'What lips touch is one player’s: food-safe, washed and dried.',
    },
    ...LEAD_STEPS,
  ],
  sums: dividerSums,
};
