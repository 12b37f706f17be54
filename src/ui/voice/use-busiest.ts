'use client';

import { useEffect, useState } from 'react';
import type { Instrument } from '@/core/instrument/document';
import type { Frames } from '@/core/signal/take';
import { standingOf } from '@/store/standing';
import { loadRecording, recordingsOf } from '@/store/recordings';
import { loadTakes } from '@/store/takes';
import { analysisLink } from '@/workers/analysis-link';
import { useInstrument, useWorkspace } from '../hooks/use-session';

/** The busiest second of a board's wire, and in what it was. */
export interface Busiest {
  board: string;
  bytesPerSecond: number;
  /** A take by its sensor and its role, or a recording by its name. */
  within: string;
}

/** Longest recording that is looked through, s. */
const MOST_SECONDS = 600;
/** Newest recordings that are. */
const MOST_RECORDINGS = 3;
/** Changes that follow each other are waited for, ms. */
const CALM_MS = 800;

/** The busiest second of each wire in the takes that count and the newest recordings, as the instrument plays them now; what was found so far, null before anything was. */
export function useBusiest(): Busiest[] | null {
  const instrument = useInstrument();
  const takes = useWorkspace((s) => s.takes);
  const [busiest, setBusiest] = useState<Busiest[] | null>(null);
  useEffect(() => {
    let current = true;
    const played = instrument.sensors.flatMap(({ id, name }) =>
      standingOf(takes.filter((t) => t.sensor === id))
        .filter(({ role }) => role !== 'rest')
        .map((take) => ({ id: take.id, within: `${name}, ${take.role}` })),
    );
    async function look() {
      let found: Busiest[] = [];
      const add = async (within: string, frames: Frames) => {
        found = busier(found, await analysisLink.get().wires(instrument, frames), within);
        if (current) setBusiest(found);
      };
      for (const { id, within } of played) {
        if (!current) return;
        for (const take of await loadTakes([id])) await add(within, take);
      }
      for (const { id, name } of await recorded(instrument)) {
        const frames = current ? await loadRecording(id) : null;
        if (frames) await add(name, frames);
      }
    }
    const timer = setTimeout(() => void look(), CALM_MS);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [instrument, takes]);
  return busiest;
}

async function recorded({ id }: Instrument) {
  const whole = (await recordingsOf(id)).filter((r) => r.whole && r.seconds <= MOST_SECONDS);
  return whole.slice(0, MOST_RECORDINGS);
}

/** Of two seconds of a wire the busier one. */
const busier = (
  found: readonly Busiest[],
  wires: readonly { board: string; busiestBytesPerSecond: number }[],
  within: string,
): Busiest[] =>
  wires.map(({ board, busiestBytesPerSecond }) => {
    const before = found.find((own) => own.board === board);
    return before && before.bytesPerSecond >= busiestBytesPerSecond
      ? before
      : { board, bytesPerSecond: busiestBytesPerSecond, within };
  });
