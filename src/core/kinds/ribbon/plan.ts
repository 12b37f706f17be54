import { ohmsWords } from '../../parts/circuit';
import { THREE_PIN_STEPS, eachLane, type KindPlan } from '../kind-plan';
import { centsPerCount, ribbonShare, ribbonWorstError } from '../../parts/formulas';

/** Ribbon over pull-down resistance beyond which its ends grow coarse. (Common practice, no source.) */
const MOST_BENT = 0.5;

/** What ribbon asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const ribbonPlan: KindPlan = {
  signals: eachLane('analogue'),
  rate: { leastHz: 250, because: 'a slide is heard in steps of a few milliseconds' },
  sourceOhms: 10000,
  currentMa: 0.5,
  wires: { lane: 3, shared: 0 },
  parts: (lanes, { pullDownOhms }) => [
    { name: 'position strip', count: lanes, cost: 15 },
    { name: `pull-down resistor, ${ohmsWords(pullDownOhms)}`, count: lanes, cost: 0.1 },
  ],
  circuit: ({ pullDownOhms }) => ({
    box: 'the strip',
    wiper: true,
    down: [`the pull-down, ${ohmsWords(pullDownOhms)},`],
  }),
  steps: [
    { does: 'Connect the pull-down between the wiper and ground.', check: 'Untouched, it reads zero.' },
    ...THREE_PIN_STEPS,
  ],
  check: ({ ohms, pullDownOhms }) =>
    ohms / pullDownOhms <= MOST_BENT
      ? null
      : {
          says: `A pull-down of ${pullDownOhms} Ω bends the reading by ${(100 * ribbonWorstError(ohms / pullDownOhms)).toFixed(0)} % of its length.`,
          cure: `Take ${Math.round(ohms / MOST_BENT)} Ω or more.`,
        },
  sums: ({ mm, ohms, pullDownOhms, octaves }, { bits }) => [
    {
      name: 'pitch of a count',
      value: centsPerCount(octaves, bits),
      unit: 'cents',
      limit: null,
      formula: '1200 · octaves / 2^bits',
      numbers: [
        { name: 'octaves', value: octaves, unit: '' },
        { name: 'bits', value: bits, unit: '' },
      ],
    },
    {
      name: 'length of a count',
      value: mm / 2 ** bits,
      unit: 'mm',
      limit: null,
      formula: 'length / 2^bits',
      numbers: [
        { name: 'length', value: mm, unit: 'mm' },
        { name: 'bits', value: bits, unit: '' },
      ],
    },
    {
      name: 'furthest that the pull-down bends it',
      value: 100 * ribbonWorstError(ohms / pullDownOhms),
      unit: '% of its length',
      limit: null,
      formula: 'x − x / (1 + k · x(1 − x)), k = R / Rpd',
      numbers: [
        { name: 'R', value: ohms, unit: 'Ω' },
        { name: 'Rpd', value: pullDownOhms, unit: 'Ω' },
      ],
      curve: {
        ...{ x: 'place, %', y: 'read too low, % of its length' },
        points: Array.from({ length: 51 }, (_, i) => i / 50).map(
          (x) => [100 * x, 100 * (x - ribbonShare(x, ohms / pullDownOhms))] as const,
        ),
        at: [66.7, 100 * ribbonWorstError(ohms / pullDownOhms)],
      },
    },
  ],
};
