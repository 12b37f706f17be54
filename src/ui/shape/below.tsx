'use client';

import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { Struck } from '@/core/prove/struck';
import type { Filter } from '@/core/shape/filters';
import type { Take } from '@/core/signal/take';
import { ViewChoice } from '../parts/view-choice';
import { BeforeAfter, StruckBeforeAfter } from './before-after';
import type { Compared, Shaping } from './use-shape';

/* No first load carries what is looked at second. */
const FilterPart = dynamic(() => import('./filter-part').then((m) => m.FilterPart));
const LanesPart = dynamic(() => import('./lanes-part').then((m) => m.LanesPart));
const SteadyPart = dynamic(() => import('./steady-part').then((m) => m.SteadyPart));

type View = 'takes' | 'filter' | 'steady' | 'lanes';
const NAMES: Record<View, string> = {
  takes: 'Your own takes',
  filter: 'Noise and lag',
  steady: 'How steadily',
  lanes: 'Lanes',
};

/** Under the curve: what it makes of the maker's own takes, what filters cost, and lanes beside each other. */
export function Below({
  shaping,
  takes,
  compared,
  struck,
  against,
  setFilter,
}: {
  shaping: Shaping;
  /** Of a level. */
  takes: Take[] | null;
  compared: Compared | null;
  struck: { before: Struck; after: Struck } | null;
  against: string;
  setFilter: (filter: Filter | null) => void;
}) {
  const [wanted, look] = useState<View>('takes');
  const views: View[] = [
    'takes',
    ...(takes ? (['filter', 'steady'] as const) : []),
    ...(shaping.lanes.length > 1 ? (['lanes'] as const) : []),
  ];
  const view = views.includes(wanted) ? wanted : 'takes';
  if (!compared && !struck && !takes) return null;
  return (
    <>
      <ViewChoice label="Under the curve" names={NAMES} views={views} view={view} look={look}>
        {view !== 'takes'
          ? undefined
          : compared
            ? `firm, with this curve · dashed, ${against}`
            : `full, with this curve · rings, ${against}`}
      </ViewChoice>
      {view === 'takes' && compared && <BeforeAfter compared={compared} />}
      {view === 'takes' && struck && <StruckBeforeAfter {...struck} />}
      {view === 'filter' && <FilterPart shaping={shaping} takes={takes} set={setFilter} />}
      {view === 'steady' && <SteadyPart shaping={shaping} />}
      {view === 'lanes' && <LanesPart shaping={shaping} />}
    </>
  );
}
