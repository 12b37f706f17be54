import { LEAD_STEPS, eachLane, type KindPlan } from '../kind-plan';

/** What strike pads asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const strikePadsPlan: KindPlan = {
  signals: eachLane('analogue'),
  rate: { leastHz: 1000, because: 'a strike peaks within two milliseconds' },
  sourceOhms: 10000,
  currentMa: 0.2,
  wires: { lane: 2, shared: 0 },
  parts: (lanes) => [
    { name: 'piezo disc', count: lanes, cost: 0.8 },
    { name: 'resistor, 1 MΩ', count: lanes, cost: 0.1 },
    { name: 'clamping diodes', count: 2 * lanes, cost: 0.1 },
  ],
  circuit: () => ({
    up: 'a clamping diode',
    down: ['the piezo disc', 'a resistor of 1 MΩ', 'the other diode'],
  }),
  steps: [
    {
      does: 'Clamp each disc with diodes to ground and supply.',
      check: 'Struck hard, the meter never shows more than the supply.',
      care: 'A hard-struck disc gives many volts.',
    },
    {
      does: 'Set each pad on its own soft feet.',
      check: 'Striking one moves its neighbours by a tenth at most.',
    },
    ...LEAD_STEPS,
  ],
};
