import { pressesPerSecond } from '../../parts/formulas';
import { eachLane, type KindPlan } from '../kind-plan';
import { debounceFor } from '../../parts/debounce';

/** Presses a second that a finger gives at most. (Common practice, no source.) */
const FASTEST_FINGER = 12;

/** What switch asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const switchPlan: KindPlan = {
  signals: eachLane('digital'),
  rate: { leastHz: 100, because: 'a contact bounces for a few milliseconds' },
  sourceOhms: 0,
  currentMa: 0.1,
  wires: { lane: 2, shared: 0 },
  parts: (lanes) => [{ name: 'switch', count: lanes, cost: 1 }],
  circuit: () => ({ down: ['the switch'] }),
  steps: [
    {
      does: 'Wire one side to ground, the other to its pin.',
      check: 'The meter beeps pressed and is silent released, or the other way round.',
    },
  ],
  sums: ({ bounceMs }, { scanHz }) => {
    const debounceMs = debounceFor(bounceMs);
    return [
      {
        ...{ name: 'debounce', value: debounceMs, unit: 'ms', limit: null },
        formula: 'half as long again as the longest bounce, whole ms',
        numbers: [{ name: 'longest bounce', value: bounceMs, unit: 'ms' }],
      },
      {
        ...{ name: 'presses that all count', value: pressesPerSecond(debounceMs, scanHz), unit: '/s' },
        ...{ limit: FASTEST_FINGER, atLeast: true, note: 'a fast finger' },
        formula: '1000 / (2 · (debounce + scan))',
        numbers: [
          { name: 'debounce', value: debounceMs, unit: 'ms' },
          { name: 'scan', value: 1000 / scanHz, unit: 'ms' },
        ],
        curve: {
          ...{ x: 'debounce, ms', y: 'presses a second', ratios: true },
          points: Array.from({ length: 41 }, (_, i) => 2 * 50 ** (i / 40)).map(
            (ms) => [ms, pressesPerSecond(ms, scanHz)] as const,
          ),
          at: [debounceMs, pressesPerSecond(debounceMs, scanHz)],
        },
      },
    ];
  },
  spare: 'No debounce circuit: the runtime passes over bounces.',
};
