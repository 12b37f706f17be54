'use client';

import { useCallback, useMemo, useState } from 'react';
import type { MomentJson, ProofPicture } from '@/core/exchange/proof/proof-json';
import type { ErrorKind } from '@/core/prove/errors';
import type { Span } from '@/workers/desk';
import { useKey } from '../hooks/use-key';
import type { ProveSource } from './use-prove-source';

/** A moment is shown with so much about it, µs; no less is ever shown. */
const ABOUT_US = 700_000;
const LEAST_US = 20_000;

export interface Moments {
  view: Span;
  setView: (fromUs: number, toUs: number) => void;
  /** The thing that is looked at. */
  chosen: MomentJson | null;
  choose: (moment: MomentJson) => void;
  lookAt: (evidence: Span) => void;
  lookFor: (is: ErrorKind) => void;
}

/** What of a take is seen, and which of the things that were counted. */
export function useMoments(source: ProveSource | null, proved: ProofPicture | null): Moments {
  const endUs = source ? endOf(source) : 1e6;
  const [seen, see] = useState<Span | null>(null);
  const [chosen, setChosen] = useState<MomentJson | null>(null);
  const view = useMemo(() => seen ?? { fromUs: 0, toUs: endUs }, [seen, endUs]);
  const setView = useCallback(
    (fromUs: number, toUs: number) => {
      const span = Math.min(endUs, Math.max(LEAST_US, toUs - fromUs));
      const from = Math.min(endUs - span, Math.max(0, fromUs));
      see({ fromUs: from, toUs: from + span });
    },
    [endUs],
  );
  const lookAt = useCallback(
    ({ fromUs, toUs }: Span) => setView(fromUs - ABOUT_US, Math.min(toUs, fromUs + 4 * ABOUT_US) + ABOUT_US),
    [setView],
  );
  const choose = useCallback(
    (moment: MomentJson) => {
      setChosen(moment);
      lookAt(moment);
    },
    [lookAt],
  );
  const all = useMemo(() => proved?.moments ?? [], [proved]);
  const step = (by: 1 | -1) => {
    if (all.length === 0) return;
    const at = chosen
      ? all.findIndex((m) => m.fromUs === chosen.fromUs && m.is === chosen.is)
      : by > 0
        ? -1
        : 0;
    choose(all[(at + by + all.length) % all.length]);
  };
  useKey('right', () => step(1));
  useKey('left', () => step(-1));
  const lookFor = (is: ErrorKind) => {
    const own = all.filter((m) => m.is === is);
    const at = own.findIndex((m) => m.fromUs === chosen?.fromUs);
    if (own.length > 0) choose(own[(at + 1) % own.length]);
  };
  return { view, setView, chosen, choose, lookAt, lookFor };
}

const endOf = ({ frames: { tUs, edges } }: ProveSource): number =>
  Math.max(1e5, tUs[tUs.length - 1] ?? 0, edges?.tUs[edges.tUs.length - 1] ?? 0);
