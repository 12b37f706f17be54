import { ohmsWords } from '../../parts/circuit';
import { chargeUs } from '../../parts/formulas';
import { LEAD_STEPS, eachLane, type KindPlan } from '../kind-plan';

/** What timed pads asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const timedPadsPlan: KindPlan = {
  signals: (lanes) => [
    { name: 'send', needs: 'digital', lane: null, second: true },
    ...eachLane('digital', 'receive')(lanes),
  ],
  rate: { leastHz: 100, because: 'a touch lasts 50 ms at least' },
  sourceOhms: 0,
  currentMa: 0.1,
  wires: { lane: 1, shared: 1 },
  parts: (lanes, { ohms }) => [
    { name: 'pad and lead', count: lanes, cost: 0.5 },
    { name: `resistor, ${ohmsWords(ohms)}`, count: lanes, cost: 0.1 },
  ],
  circuit: ({ ohms }) => ({ up: `a resistor of ${ohmsWords(ohms)}`, from: 'the send pin', down: [] }),
  steps: [
    {
      does: 'Put a resistor of about 1 MΩ between the send pin and each receive pin.',
      check: 'Each pad’s counts rise when it alone is touched.',
    },
    { does: 'Lead pins that are not neighbours with separate wires.' },
    ...LEAD_STEPS,
  ],
  sums: ({ ohms, picofarads }) => [
    {
      name: 'time of an untouched pad',
      value: chargeUs(ohms, picofarads, 0.5),
      unit: 'µs',
      limit: null,
      formula: 'R · C · ln(1 / (1 − ½))',
      numbers: [
        { name: 'R', value: ohms, unit: 'Ω' },
        { name: 'C', value: picofarads, unit: 'pF' },
      ],
    },
  ],
};
