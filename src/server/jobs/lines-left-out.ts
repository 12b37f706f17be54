import type { Finding } from '@/core/findings/finding';
import { leftOutWords, type ReadTake } from '@/core/exchange/takes/take-csv';

/** A finding on the lines of a take that were left out; none where all could be used. */
export function linesLeftOut(take: ReadTake, sensor: string): Finding[] {
  const says = leftOutWords(take);
  if (!says) return [];
  const causes = ['the file was edited or cut'];
  return [{ code: 'lines-left-out', severity: 'doubt', sensor, says, causes, cures: [] }];
}
