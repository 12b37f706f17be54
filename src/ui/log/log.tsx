'use client';

import dynamic from 'next/dynamic';
import { useState } from 'react';
import { paidFor } from '@/core/exchange/record/log-lines';
import { useInstrument, useWorkspace } from '../hooks/use-session';
import { Reading, Station } from '../parts/station';
import { ViewChoice } from '../parts/view-choice';
import { dayWords } from '../parts/words';
import { EntriesView } from './entries-view';
import { useLogLines } from './use-log-lines';

/** Fetched when they are first looked at. */
const VersionsView = dynamic(() => import('./versions-view').then((m) => m.VersionsView));
const CareView = dynamic(() => import('./care-view').then((m) => m.CareView));

const VIEWS = { entries: 'Entries', versions: 'Versions', care: 'Care and drift' } as const;
type View = keyof typeof VIEWS;

/** Station 8: what was done, and when; every version; what has drifted. */
export function Log() {
  const [view, setView] = useState<View>('entries');
  const lines = useLogLines();
  return (
    <Station title="Log" reading={<LogReading paid={paidFor(lines)} />}>
      <ViewChoice label="Views" names={VIEWS} view={view} look={setView} />
      {view === 'entries' && <EntriesView lines={lines} />}
      {view === 'versions' && <VersionsView />}
      {view === 'care' && <CareView />}
    </Station>
  );
}

function LogReading({ paid }: { paid: number }) {
  const { log, currency = '' } = useInstrument();
  const versions = useWorkspace((s) => s.versions);
  const [newest] = versions;
  return (
    <>
      <Reading label="Version" value={newest ? String(newest.n) : '–'}>
        {newest
          ? `Of ${dayWords(newest.at)}: ${newest.says}. Each accept makes one; it can always be taken back.`
          : 'The first accept makes one; each can be taken back.'}
      </Reading>
      <Reading label="Entries" value={String(log.length)} />
      {paid > 0 && <Reading label="Paid in all" value={paid.toFixed(2)} unit={currency} />}
    </>
  );
}
