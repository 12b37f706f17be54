import { LEAD_STEPS, matrixSignals, type KindPlan } from '../kind-plan';

/** What two contact keys asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const twoContactKeysPlan: KindPlan = {
  signals: (lanes) => matrixSignals(2 * lanes),
  rate: { leastHz: 1000, because: 'the fastest stroke passes both contacts in two milliseconds' },
  sourceOhms: 0,
  currentMa: 0.2,
  wires: { lane: 0, shared: 0 },
  parts: (lanes) => [
    { name: 'keybed, two contacts a key', count: 1, cost: 0 },
    { name: 'diode', count: 2 * lanes, cost: 0.05 },
  ],
  steps: [
    {
      does: 'Find rows and columns of the keybed with the meter, one key at a time.',
      check: 'Pressed and released, each contact shows once.',
    },
    {
      does: 'Put a diode at each contact that has none.',
      check: 'Three keys of a rectangle do not sound a fourth.',
    },
    ...LEAD_STEPS,
  ],
};
