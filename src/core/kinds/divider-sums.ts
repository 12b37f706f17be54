import type { PartSum } from '../parts/figure';
import { bestFixedOhms, dividerSwing } from '../parts/formulas';

/** The curve runs over so many decades to either side of the best resistor. */
const DECADES = 1.5;
const POINTS = 60;

/** How much of the range a pad in a divider uses, and with which resistor it would use most. */
export function dividerSums({ fixedOhms, leastOhms, mostOhms }: Readonly<Record<string, number>>): PartSum[] {
  const best = bestFixedOhms(leastOhms, mostOhms);
  const swing = (ohms: number) => 100 * dividerSwing(ohms, leastOhms, mostOhms);
  const points = Array.from({ length: POINTS + 1 }, (_, i) => {
    const ohms = best * 10 ** (DECADES * ((2 * i) / POINTS - 1));
    return [ohms, swing(ohms)] as const;
  });
  const ends = [
    { name: 'Rmin', value: leastOhms, unit: 'Ω' },
    { name: 'Rmax', value: mostOhms, unit: 'Ω' },
  ];
  return [
    {
      ...{ name: 'range that it uses', value: swing(fixedOhms), unit: '%', limit: null },
      formula: 'Rm / (Rm + Rmin) − Rm / (Rm + Rmax)',
      numbers: [{ name: 'Rm', value: fixedOhms, unit: 'Ω' }, ...ends],
      curve: {
        ...{ x: 'fixed resistor, Ω', y: 'range, %', points, ratios: true },
        at: [fixedOhms, swing(fixedOhms)],
        best: [best, swing(best)],
      },
    },
    {
      ...{ name: 'best fixed resistor', value: best, unit: 'Ω', limit: null },
      formula: '√(Rmin · Rmax)',
      numbers: ends,
    },
  ];
}
