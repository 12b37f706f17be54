import { MUCH_OVERLAP, overlapsOf } from '../../calibrate/dynamics';
import type { Finding } from '../../findings/finding';
import { DYNAMIC_NAMES } from '../../shape/dynamics';
import { median } from '../../signal/quantile';
import type { EvenStroke } from './times';

/** What a check says: whose it is, and what to do where nothing else is named, is added for all alike. */
export type Own = Omit<Finding, 'sensor' | 'cures'> & Pick<Partial<Finding>, 'cures'>;

/** What is wrong with the dynamics of strokes: one left out, taken for another, or hardly told apart. */
export function dynamicsFindings(even: readonly EvenStroke[]): Own[] {
  const of = (role: string) => even.filter((s) => s.role === role).map(({ ms }) => -ms);
  const missing = (['soft', 'loud'] as const).filter((role) => of(role).length === 0);
  const left = missing.map((role): Own => ({
    ...{ code: 'dynamic-missing', severity: 'doubt' },
    says: `No ${role} strokes: the ${role === 'soft' ? 'slowest' : 'fastest'} stroke comes from the others.`,
    causes: ['that take was left out'],
    cures: [{ says: `Play the ${role} take`, cost: 'a few seconds a key', redo: role }],
  }));
  const reversed = DYNAMIC_NAMES.flatMap((softer, i) =>
    DYNAMIC_NAMES.slice(i + 1)
      .filter(
        (harder) =>
          of(softer).length > 0 && of(harder).length > 0 && median(of(softer)) >= median(of(harder)),
      )
      .map((harder) => ({ softer, harder })),
  );
  if (reversed.length > 0)
    return [
      ...left,
      {
        ...{ code: 'soft-louder-than-loud', severity: 'fault' },
        says: `Your ${reversed[0].softer} strokes are no slower than your ${reversed[0].harder} ones.`,
        causes: ['the takes were confused', 'all of them were played alike'],
        cures: [{ says: 'Play both takes again', cost: 'a few seconds a key', redo: reversed[0].harder }],
      },
    ];
  const overlaps = overlapsOf(of).filter(({ overlap }) => overlap > MUCH_OVERLAP);
  return [
    ...left,
    ...overlaps.map(({ softer, harder, overlap }): Own => ({
      ...{ code: 'dynamics-overlap', severity: 'doubt' },
      says: `${Math.round(100 * overlap)} % of your ${softer} strokes read no less than a ${harder} one: they are hardly two dynamics.`,
      causes: ['they were played nearly alike', 'the scan is too slow to tell them apart'],
      cures: [{ says: `Play the ${harder} take again`, cost: 'a few seconds a key', redo: harder }],
    })),
  ];
}
