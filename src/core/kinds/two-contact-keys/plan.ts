import { contactStepsPerTick, contactVelocity, matrixLines } from '../../parts/formulas';
import { LEAD_STEPS, matrixSignals, type KindPlan } from '../kind-plan';

/** What two contact keys asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const twoContactKeysPlan: KindPlan = {
  signals: (lanes) => matrixSignals(lanes, 2),
  rate: { leastHz: 1000, because: 'the fastest stroke passes both contacts in two milliseconds' },
  sourceOhms: 0,
  currentMa: 0.2,
  wires: { lane: 0, shared: 0 },
  parts: (lanes) => [
    { name: 'keybed, two contacts a key', count: 1, cost: 0 },
    { name: 'diode', count: 2 * lanes, cost: 0.05 },
  ],
  circuit: () => ({ up: 'a diode and the contact', from: 'the pin of its row' }),
  steps: [
    {
      does: 'Find rows and columns of the keybed with the meter, one key at a time.',
      check: 'Pressed and released, each contact shows once.',
    },
    {
      does: 'Put a diode at each contact that has none, with the ring towards the column.',
      check: 'Three keys of a rectangle do not sound a fourth.',
    },
    ...LEAD_STEPS,
  ],
  sums: ({ fastMs, slowMs }, { scanHz }, lanes) => {
    const { rows, columns } = matrixLines(2 * lanes);
    return [
      {
        name: 'velocity of one look at the contacts',
        value: contactStepsPerTick(1000 / scanHz, fastMs, slowMs),
        unit: 'steps',
        limit: null,
        formula: '126 · τ / (t_fast · ln(t_slow / t_fast))',
        numbers: [
          { name: 'τ', value: 1000 / scanHz, unit: 'ms' },
          { name: 't_fast', value: fastMs, unit: 'ms' },
          { name: 't_slow', value: slowMs, unit: 'ms' },
        ],
        curve: {
          ...{ x: 'between the contacts, ms', y: 'velocity', ratios: true },
          points: Array.from({ length: 41 }, (_, i) => fastMs * (slowMs / fastMs) ** (i / 40)).map(
            (ms) => [ms, contactVelocity(ms, fastMs, slowMs, 'log')] as const,
          ),
          at: [fastMs, 127],
        },
      },
      {
        name: 'lines of its matrix',
        value: rows + columns,
        unit: '',
        limit: null,
        formula: 'rows + columns, the fewest that hold two contacts a key',
        numbers: [
          { name: 'rows', value: rows, unit: '' },
          { name: 'columns', value: columns, unit: '' },
        ],
      },
    ];
  },
};
