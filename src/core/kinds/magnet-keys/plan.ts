import { THREE_PIN_STEPS, eachLane, type KindPlan } from '../kind-plan';

/** What magnet keys asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const magnetKeysPlan: KindPlan = {
  signals: eachLane('analogue'),
  rate: { leastHz: 1000, because: 'a key falls within ten milliseconds' },
  sourceOhms: 1000,
  currentMa: 5,
  wires: { lane: 3, shared: 0 },
  parts: (lanes) => [
    { name: 'magnet sensor', count: lanes, cost: 1 },
    { name: 'magnet', count: lanes, cost: 0.3 },
  ],
  circuit: () => ({ box: 'each magnet sensor' }),
  steps: [
    {
      does: 'Fix one magnet, and try its key through all its travel before the others.',
      check: 'Its counts move over half the range and touch neither end.',
    },
    ...THREE_PIN_STEPS,
  ],
};
