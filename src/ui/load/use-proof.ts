'use client';

import { useEffect, useState } from 'react';
import type { Instrument } from '@/core/instrument/document';
import { loadTakes } from '@/store/takes';
import type { Proof } from '@/core/exchange/firmware/proof';
import { useInstrument, useTakesOf } from '../hooks/use-session';
import { askProof } from '../parts/ask-proof';

export type ProofState =
  | { is: 'nothing' }
  | { is: 'running' }
  | { is: 'done'; proof: Proof & { share: number } }
  | { is: 'failed'; says: string };

/** Proves on the spot that the board's files play the sensor's takes as the bench does. */
export function useProof(sensor: string): ProofState {
  const instrument = useInstrument();
  const key = useTakesOf(sensor)
    .map((t) => t.id)
    .join();
  const [state, setState] = useState<{ of: Instrument; key: string; state: ProofState } | null>(null);
  useEffect(() => {
    if (key === '') return;
    const stop = new AbortController();
    const asked = loadTakes(key.split(',')).then((takes) =>
      askProof<Proof>(instrument, takes, {}, stop.signal),
    );
    void asked.then(
      (proof) => setState({ of: instrument, key, state: { is: 'done', proof } }),
      (error: unknown) => {
        if (!stop.signal.aborted)
          setState({ of: instrument, key, state: { is: 'failed', says: (error as Error).message } });
      },
    );
    return () => stop.abort();
  }, [instrument, key]);
  if (key === '') return { is: 'nothing' };
  return state?.of === instrument && state.key === key ? state.state : { is: 'running' };
}
