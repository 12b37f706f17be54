import { LEAD_STEPS, twoContacts, type KindPlan } from '../kind-plan';

/** What encoder asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const encoderPlan: KindPlan = {
  signals: twoContacts('interrupt', 'a', 'b'),
  rate: { leastHz: 0, because: 'its edges are timed by themselves' },
  sourceOhms: 0,
  currentMa: 0.5,
  wires: { lane: 3, shared: 0 },
  parts: (lanes) => [
    { name: 'encoder', count: lanes, cost: 2 },
    { name: 'knob', count: lanes, cost: 0.8 },
  ],
  circuit: () => ({ down: ['the encoder'] }),
  steps: [
    {
      does: 'Wire its middle pin to ground and both others to pins that time edges.',
      check: 'Turned one step, both contacts change.',
    },
    ...LEAD_STEPS,
  ],
};
