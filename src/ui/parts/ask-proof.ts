import { joinTakes } from '@/core/exchange/takes/join-takes';
import { writeTakeCsv } from '@/core/exchange/takes/take-csv';
import type { Instrument } from '@/core/instrument/document';
import { beginnings } from '@/core/signal/beginnings';
import type { Frames } from '@/core/signal/take';

/** Counts that are sent to be played at most: a request has a limit, and nobody waits for minutes. */
const MOST_COUNTS = 1_500_000;

/**
 * Lets the server play takes on the board's runtime; of long ones the beginnings.
 * @param more what the route is asked for besides @returns its answer, with the share of the frames that was played, 0 … 1 @throws Error with one sentence
 */
export async function askProof<P>(
  instrument: Instrument,
  takes: readonly Frames[],
  more: object = {},
  signal?: AbortSignal,
): Promise<P & { share: number }> {
  const { takes: sent, share } = beginnings(takes, MOST_COUNTS);
  const response = await fetch('/api/prove', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ instrument, csv: writeTakeCsv(joinTakes(sent)), ...more }),
    ...(signal ? { signal } : {}),
  });
  const answer = await response.json();
  if (!response.ok) throw new Error(answer.detail ?? answer.title);
  return { ...answer, share };
}
