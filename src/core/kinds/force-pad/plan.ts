import { ohmsWords } from '../../parts/circuit';
import { dividerSums } from '../divider-sums';
import { LEAD_STEPS, eachLane, type KindPlan } from '../kind-plan';

/** What force pad asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const forcePadPlan: KindPlan = {
  signals: eachLane('analogue'),
  rate: { leastHz: 250, because: 'a press rises within 20 ms' },
  sourceOhms: 10000,
  currentMa: 1,
  wires: { lane: 2, shared: 0 },
  parts: (lanes, { fixedOhms }) => [
    { name: 'force pad', count: lanes, cost: 6 },
    { name: `fixed resistor, ${ohmsWords(fixedOhms)}`, count: lanes, cost: 0.1 },
  ],
  circuit: ({ fixedOhms }) => ({
    up: 'the force pad',
    down: [`the fixed resistor, ${ohmsWords(fixedOhms)},`],
  }),
  steps: [
    {
      does: 'Bond the pad to a flat, stiff ground.',
      check: 'Its reading is the same before and after it is bonded.',
    },
    ...LEAD_STEPS,
  ],
  spare: 'No amplifier: a divider with the right resistor uses the range.',
  sums: dividerSums,
};
