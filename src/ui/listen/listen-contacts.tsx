'use client';

import { allContacts } from '@/core/instrument/access';
import { useInstrument, useLive, useSensor } from '../hooks/use-session';
import { LaneStrip } from '../parts/lane-strip';
import { wordsOf } from '../ways/registry';
import { Headline, Reading, Station } from '../parts/station';
import { HeardFindings } from './heard-findings';
import { HiddenFaults } from './hidden-faults';
import type { LiveParts } from './live-parts';

/** A sensor of contacts: open or closed, and what it did. */
export function ListenContacts({ heard, tools, below }: LiveParts) {
  const instrument = useInstrument();
  const { sensor, lane } = useSensor();
  const at = allContacts(instrument).indexOf(sensor.lanes[lane].contacts?.[0] ?? '');
  const closed = useLive((s) => s.tick?.closed[at] ?? null);
  const c = sensor.calibration;
  return (
    <Station
      title="Listen"
      reading={
        <>
          <Reading label="Now" value={closed === null ? '–' : closed ? 'closed' : 'open'}>
            {(c && wordsOf(c).contact?.(c)) ?? 'Not measured yet.'}
          </Reading>
          <HeardFindings {...heard} />
          <HiddenFaults />
        </>
      }
    >
      <Headline
        says={closed ? 'It is closed.' : 'It is open.'}
        under={`Press ${sensor.name.toLowerCase()} and let go.`}
        side={tools}
      />
      <LaneStrip sensor={sensor} height={90} />
      {below}
    </Station>
  );
}
