'use client';

import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { ProofPicture } from '@/core/exchange/proof/proof-json';
import { ViewChoice } from '../parts/view-choice';
import { CountsTable } from './counts-table';
import type { Moments } from './use-moments';
import type { MeantBy } from './use-proved';
import type { ProveSource } from './use-prove-source';

/* No first load carries what is looked at second. */
const LatencyPart = dynamic(() => import('./latency-part').then((m) => m.LatencyPart));
const VelocityPart = dynamic(() => import('./velocity-part').then((m) => m.VelocityPart));
const VersionsPart = dynamic(() => import('./versions-part').then((m) => m.VersionsPart));
const BoardPart = dynamic(() => import('./board-part').then((m) => m.BoardPart));
const TrialsPart = dynamic(() => import('./trials-part').then((m) => m.TrialsPart));

const NAMES = {
  counts: 'Counted',
  latency: 'How late',
  velocity: 'Dynamics and pitch',
  versions: 'Against another state',
  board: 'On the board',
  trials: 'Trials',
} as const;
type View = keyof typeof NAMES;

/** Under the timeline: what was counted, and whatever else is proved. */
export function Underneath({
  source,
  proved,
  tried,
  meant,
  moments,
  lookAtRecording,
}: {
  source: ProveSource | null;
  proved: ProofPicture | null;
  tried: ProofPicture | null;
  meant: MeantBy;
  moments: Moments;
  lookAtRecording: (id: string) => void;
}) {
  const [wanted, look] = useState<View>('counts');
  const views = proved ? (Object.keys(NAMES) as View[]) : (['trials'] as const);
  const view: View = proved ? wanted : 'trials';
  return (
    <>
      <ViewChoice label="What is proved" names={NAMES} views={views} view={view} look={look} />
      {view === 'counts' && proved && <CountsTable {...{ proved, tried }} look={moments.lookFor} />}
      {view === 'latency' && proved && <LatencyPart {...{ proved, tried }} />}
      {view === 'velocity' && proved && <VelocityPart proved={proved} />}
      {view === 'versions' && source && <VersionsPart {...{ source, meant }} lookAt={moments.lookAt} />}
      {view === 'board' && source && <BoardPart source={source} lookAt={moments.lookAt} />}
      {view === 'trials' && <TrialsPart look={lookAtRecording} />}
    </>
  );
}
