import { eachLane, type KindPlan } from '../../kinds/kind-plan';

/** What pull cord asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const pullCordPlan: KindPlan = {
  signals: eachLane('analogue'),
  rate: { leastHz: 100, because: 'a hand pulls within a tenth of a second' },
  sourceOhms: 5000,
  currentMa: 0.4,
  wires: { lane: 3, shared: 0 },
  circuit: () => ({ box: 'the strip' }),
  parts: (lanes) => [{ name: 'strip that bends', count: lanes, cost: 2 }],
  steps: [{ does: 'Knot the cord behind its hole.', check: 'Pulled hard, it holds.' }],
};
