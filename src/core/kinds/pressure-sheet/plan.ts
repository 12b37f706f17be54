import { ohmsWords } from '../../parts/circuit';
import { dividerSums } from '../divider-sums';
import { LEAD_STEPS, eachLane, type KindPlan } from '../kind-plan';

/** What pressure sheet asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const pressureSheetPlan: KindPlan = {
  signals: eachLane('analogue'),
  rate: { leastHz: 250, because: 'a press rises within 20 ms' },
  sourceOhms: 10000,
  currentMa: 1,
  wires: { lane: 2, shared: 0 },
  parts: (lanes, { fixedOhms }) => [
    { name: 'pressure sheet, cut', count: lanes, cost: 0.5 },
    { name: 'foil electrodes', count: 2 * lanes, cost: 0.2 },
    { name: `fixed resistor, ${ohmsWords(fixedOhms)}`, count: lanes, cost: 0.1 },
  ],
  circuit: ({ fixedOhms }) => ({
    up: 'the sheet, one foil each,',
    down: [`the fixed resistor, ${ohmsWords(fixedOhms)},`],
  }),
  steps: [
    {
      does: 'Cut sheet and foil, the sheet larger all round.',
      check: 'The meter shows no contact between the foils.',
      care: 'Brittle sheet cracks and splinters: cover your eyes.',
    },
    ...LEAD_STEPS,
  ],
  sums: dividerSums,
};
