import { ohmsWords } from '../../parts/circuit';
import { THREE_PIN_STEPS, eachLane, type KindPlan } from '../kind-plan';
import { centsPerCount, chainStepMm } from '../../parts/formulas';

/** The narrowest resistors that hands solder side by side, mm. (Common practice, no source.) */
const LEAST_STEP_MM = 0.8;

/** What chain ribbon asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const chainRibbonPlan: KindPlan = {
  signals: eachLane('analogue'),
  rate: { leastHz: 250, because: 'a slide is heard in steps of a few milliseconds' },
  sourceOhms: 10000,
  currentMa: 0.5,
  wires: { lane: 3, shared: 0 },
  parts: (lanes, { resistors, stepOhms, pullDownOhms }) => [
    { name: `resistor of the chain, ${ohmsWords(stepOhms)}`, count: resistors * lanes, cost: 0.02 },
    { name: 'contact strip', count: lanes, cost: 4 },
    { name: `pull-down resistor, ${ohmsWords(pullDownOhms)}`, count: lanes, cost: 0.1 },
  ],
  circuit: ({ pullDownOhms }) => ({
    box: 'the chain’s strip',
    wiper: true,
    down: [`the pull-down, ${ohmsWords(pullDownOhms)},`],
  }),
  steps: [
    {
      does: 'Solder the chain, and measure it end to end.',
      check: 'The meter shows their sum within a hundredth.',
      care: 'Solder with air and covered eyes.',
    },
    ...THREE_PIN_STEPS,
  ],
  check: ({ mm, resistors }) =>
    chainStepMm(mm, resistors) >= LEAST_STEP_MM
      ? null
      : {
          says: `${resistors} resistors on ${mm} mm lie ${chainStepMm(mm, resistors).toFixed(2)} mm apart; they are ${LEAST_STEP_MM} mm wide at least.`,
          cure: `At most ${Math.floor(mm / LEAST_STEP_MM)} resistors find room, or ${Math.ceil(resistors * LEAST_STEP_MM)} mm are wanted.`,
        },
  sums: ({ mm, resistors, octaves }, { bits }) => [
    {
      name: 'step of the chain',
      value: chainStepMm(mm, resistors),
      unit: 'mm',
      limit: null,
      formula: 'length / resistors',
      numbers: [
        { name: 'length', value: mm, unit: 'mm' },
        { name: 'resistors', value: resistors, unit: '' },
      ],
    },
    {
      name: 'pitch of a step',
      value: (1200 * octaves) / resistors,
      unit: 'cents',
      limit: null,
      formula: '1200 · octaves / resistors',
      numbers: [
        { name: 'octaves', value: octaves, unit: '' },
        { name: 'resistors', value: resistors, unit: '' },
      ],
    },
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
  ],
};
