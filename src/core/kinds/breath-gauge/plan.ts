import { bleedLitresPerMinute, phraseSeconds } from '../../parts/formulas';
import { THREE_PIN_STEPS, eachLane, type KindPlan } from '../kind-plan';

/** What breath gauge asks of a board and of a builder. Rates, currents and costs: common practice, no source. */
export const breathGaugePlan: KindPlan = {
  signals: eachLane('analogue'),
  rate: { leastHz: 250, because: 'an attack of 10 ms wants three looks' },
  sourceOhms: 2000,
  currentMa: 6,
  wires: { lane: 3, shared: 0 },
  parts: (lanes) => [
    { name: 'pressure gauge, 10 kPa', count: lanes, cost: 14 },
    { name: 'tube, 8 mm', count: lanes, cost: 2 },
  ],
  circuit: () => ({ box: 'the gauge' }),
  steps: [
    {
      does: 'Punch one hole 1 mm smaller than the tube and try the fit before the others.',
      check: 'The tube stays in when it is pulled lightly.',
    },
    {
      does: 'Seal the joints, and lead the gauge off on a side branch that rises.',
      check: 'Held breath keeps its level for five seconds.',
      care: 'A mouthpiece is one player’s: food-safe, washed and dried.',
    },
    ...THREE_PIN_STEPS,
  ],
  spare: 'No switch to begin a note: the breath’s own gate does it.',
  sums: ({ perKpa, holeMm, playingKpa, litres }, { bits }) => [
    {
      name: 'air through the bleed hole',
      value: bleedLitresPerMinute(holeMm, playingKpa),
      unit: 'l/min',
      limit: null,
      formula: 'Cd · A · √(2ΔP/ρ), Cd 0.6, ρ 1.2 kg/m³',
      numbers: [
        { name: 'hole', value: holeMm, unit: 'mm' },
        { name: 'ΔP', value: playingKpa, unit: 'kPa' },
      ],
      curve: {
        ...{ x: 'hole, mm', y: 'a breath lasts, s' },
        points: Array.from({ length: 41 }, (_, i) => 0.8 + i * 0.08).map(
          (mm) => [mm, phraseSeconds(litres, mm, playingKpa)] as const,
        ),
        at: [holeMm, phraseSeconds(litres, holeMm, playingKpa)],
      },
    },
    {
      name: 'a breath lasts',
      value: phraseSeconds(litres, holeMm, playingKpa),
      unit: 's',
      limit: null,
      formula: '60 · litres / air',
      numbers: [
        { name: 'litres', value: litres, unit: 'l' },
        { name: 'air', value: bleedLitresPerMinute(holeMm, playingKpa), unit: 'l/min' },
      ],
    },
    {
      name: 'counts that playing uses',
      value: perKpa * playingKpa * 2 ** bits,
      unit: 'counts',
      limit: null,
      formula: 'gain · pressure · 2^bits',
      numbers: [
        { name: 'gain', value: perKpa, unit: 'of the supply a kPa' },
        { name: 'pressure', value: playingKpa, unit: 'kPa' },
        { name: 'bits', value: bits, unit: '' },
      ],
    },
  ],
};
