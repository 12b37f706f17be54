import type { Finding } from '../../../findings/finding';
import { median } from '../../../signal/quantile';
import { SIGMA_PER_MAD } from '../../../signal/rest';
import type { LaneReport } from '../report';
import { redo } from './check';

/** Fewer lanes have nothing that most of them do. */
const FEWEST = 4;
/** So many robust σ from the others (Iglewicz & Hoaglin 1993, How to Detect and Handle Outliers: 3.5), and by this factor at least. (Common practice, no source.) */
const SIGMAS = 3.5;
const FACTOR = 1.35;

/** Lanes of one sheet that go less far, or further, than the others, or are noisier, by ratio. @param reports one a lane */
export function laneOutliers(reports: readonly LaneReport[], sensor: string): Finding[] {
  if (reports.length < FEWEST) return [];
  const finding = (lane: string, says: string, causes: string[]): Finding => ({
    ...{ code: 'lane-differs', severity: 'doubt', sensor, lane, says, causes },
    cures: [redo('loud', 'Play loudly again', 'half a minute')],
  });
  const reach = outliers(reports.map(({ level }) => level.up.reach));
  const noise = outliers(reports.map(({ level }) => Math.max(1, level.noise)));
  return reports.flatMap(({ level: { lane, up, noise: own } }, i) => [
    ...(reach.far[i] !== 0
      ? [
          finding(
            lane,
            `${lane} reaches ${up.reach} counts from rest, the others about ${Math.round(reach.typical)}.`,
            reach.far[i] < 0
              ? [
                  'it was pressed less than the others',
                  'its foil or its lead touches badly',
                  'its part differs',
                ]
              : ['it was pressed harder than the others', 'its part differs'],
          ),
        ]
      : []),
    ...(noise.far[i] > 0
      ? [
          finding(
            lane,
            `${lane} is noisier than the others: ±${own.toFixed(1)} counts, they about ±${noise.typical.toFixed(1)}.`,
            ['its lead is loose, or runs beside another wire', 'its solder joint is bad'],
          ),
        ]
      : []),
  ]);
}

/** @returns for each whether it lies far below (−1) or above (1) most of them, and what is typical */
function outliers(values: readonly number[]): { far: (-1 | 0 | 1)[]; typical: number } {
  const logs = values.map(Math.log);
  const middle = median(logs);
  const spread = SIGMA_PER_MAD * median(logs.map((x) => Math.abs(x - middle)));
  const least = Math.max(SIGMAS * spread, Math.log(FACTOR));
  return {
    far: logs.map((x) => (x - middle > least ? 1 : middle - x > least ? -1 : 0)),
    typical: Math.exp(middle),
  };
}
