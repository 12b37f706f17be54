import { LEAD_STEPS, eachLane, type KindPlan } from '../kind-plan';

/** What mouth resonator asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const mouthResonatorPlan: KindPlan = {
  signals: eachLane('interrupt'),
  rate: { leastHz: 0, because: 'its periods are timed by themselves' },
  sourceOhms: 0,
  currentMa: 5,
  wires: { lane: 3, shared: 0 },
  parts: (lanes) => [
    { name: 'microphone with amplifier', count: lanes, cost: 5 },
    { name: 'comparator with hysteresis', count: lanes, cost: 1 },
    { name: 'resonator tube', count: lanes, cost: 3 },
  ],
  circuit: () => ({ box: 'the microphone’s comparator' }),
  steps: [
    {
      does: 'Fix the microphone outside the flow of air.',
      check: 'Blowing beside it moves its level by a twentieth at most.',
      care: 'Begin with the monitor low: a first sound can be loud.',
    },
    ...LEAD_STEPS,
  ],
};
