import type { Fault, Result } from '@/core/result';
import { ok, refuse } from '@/core/result';
import { readTakeCsv, type ReadTake } from '@/core/exchange/takes/take-csv';
import { under } from '../problem';

/**
 * Reads a take of a request and checks its counts against the board.
 * @param field where it stands in the body
 * @param channels what unnamed columns are
 */
export function askedTake(
  csv: string,
  field: string,
  { bits, scanHz }: { bits: number; scanHz?: number },
  channels: readonly string[],
): Result<ReadTake> {
  const read = readTakeCsv(csv, { rateHz: scanHz, unnamed: channels });
  if (!read.ok) return refuse(...under(field, read.faults));
  const top = 2 ** bits - 1;
  const { counts, channels: columns } = read.value.frames;
  const at = counts.findIndex((c) => c > top);
  if (at < 0) return ok(read.value);
  const fault: Fault = {
    path: field,
    says: `counts of 0 … ${top} are required on ${bits} bits, got ${counts[at]} in frame ${Math.floor(at / columns.length)}`,
  };
  return refuse(fault);
}
