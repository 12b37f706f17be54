'use client';

import { useMemo } from 'react';
import type { ProofPicture } from '@/core/exchange/proof/proof-json';
import type { Change } from '@/core/findings/change';
import type { Instrument } from '@/core/instrument/document';
import type { MidiEvent } from '@/core/midi/event';
import { withChanges } from '@/core/prove/with-changes';
import type { AskedOf } from '@/workers/analysis';
import { analysisLink } from '@/workers/analysis-link';
import { useLatest } from '../hooks/use-latest';
import type { ProveSource } from './use-prove-source';

/** By what it is told what was meant. */
export type MeantBy =
  | { is: 'trace' }
  | { is: 'marks' }
  | { is: 'taps'; marks: number[] }
  | { is: 'file'; name: string; events: MidiEvent[] };

interface Order {
  source: ProveSource;
  instrument: Instrument;
  asked: AskedOf;
}

/**
 * Asks the worker about a take; where another lies there, or the worker began anew, it is laid down first.
 * @param ask answers null where the take does not lie there
 */
export async function askOf<T>(
  { key, frames }: Pick<ProveSource, 'key' | 'frames'>,
  ask: (analysis: ReturnType<typeof analysisLink.get>) => Promise<T | null>,
): Promise<T | null> {
  const told = await ask(analysisLink.get());
  if (told !== null) return told;
  await analysisLink.get().lay(key, frames);
  return ask(analysisLink.get());
}

const prove = ({ source, instrument, asked }: Order): Promise<ProofPicture | null> =>
  askOf(source, (analysis) => analysis.prove(source.key, instrument, asked));

/** What a source is judged by. */
export const askedBy = ({ roles, marks }: ProveSource, meant: MeantBy): AskedOf => ({
  roles,
  ...(meant.is === 'marks' || meant.is === 'taps'
    ? { marks: (meant.is === 'taps' ? meant.marks : marks).map((tUs) => ({ tUs })) }
    : {}),
  ...(meant.is === 'file' ? { meant: meant.events } : {}),
});

/** What a take comes to, as the instrument is; and as it would be with some changes. */
export function useProved(
  source: ProveSource | null,
  instrument: Instrument,
  meant: MeantBy,
  changes: readonly Change[] | null,
): { proved: ProofPicture | null; tried: ProofPicture | null } {
  const order = useMemo(
    () => source && { source, instrument, asked: askedBy(source, meant) },
    [source, instrument, meant],
  );
  const other = useMemo(
    () => order && changes && { ...order, instrument: withChanges(order.instrument, changes) },
    [order, changes],
  );
  return { proved: useLatest(order, prove), tried: useLatest(other, prove) };
}
