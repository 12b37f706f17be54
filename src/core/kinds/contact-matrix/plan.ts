import { ghostingChords, matrixLines } from '../../parts/formulas';
import { LEAD_STEPS, matrixSignals, type KindPlan } from '../kind-plan';

/** What contact matrix asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const contactMatrixPlan: KindPlan = {
  signals: (lanes) => matrixSignals(lanes),
  rate: { leastHz: 100, because: 'a contact bounces for a few milliseconds' },
  sourceOhms: 0,
  currentMa: 0.1,
  wires: { lane: 0, shared: 0 },
  parts: (lanes) => [
    { name: 'switch', count: lanes, cost: 0.5 },
    { name: 'diode', count: lanes, cost: 0.05 },
  ],
  circuit: () => ({ up: 'a diode and the switch', from: 'the pin of its row' }),
  steps: [
    {
      does: 'Put a diode at each switch, all with the ring towards the column.',
      check: 'Three switches of a rectangle do not close a fourth.',
    },
    ...LEAD_STEPS,
  ],
  sums: (_facts, _board, lanes) => {
    const { rows, columns } = matrixLines(lanes);
    return [
      {
        name: 'lines',
        value: rows + columns,
        unit: '',
        limit: null,
        formula: 'rows + columns, the fewest that hold them',
        numbers: [
          { name: 'rows', value: rows, unit: '' },
          { name: 'columns', value: columns, unit: '' },
        ],
      },
      {
        name: 'chords of three that close a fourth, without diodes',
        value: ghostingChords(rows, columns),
        unit: '',
        limit: null,
        formula: 'four a rectangle of rows and columns',
        numbers: [
          { name: 'rows', value: rows, unit: '' },
          { name: 'columns', value: columns, unit: '' },
        ],
      },
    ];
  },
};
