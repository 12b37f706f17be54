'use client';

import { useCallback, useMemo } from 'react';
import { allColumns, allContacts } from '@/core/instrument/access';
import { counted } from '@/core/units/counted';
import { kindOf } from '@/core/kinds/registry';
import { useChoice, useInstrument, useLive, useSession } from '../hooks/use-session';
import { useColours } from '../parts/colours';
import { LaneRows, type LaneRow } from '../parts/lane-rows';
import { laneName } from '../parts/words';
import { Headline } from '../parts/station';

/** Room for names, px. */
const LEFT = 130;

/** Every lane of every sensor at once, eight seconds of it; a press on one chooses it. */
export function AllLanes({ tools }: { tools: React.ReactNode }) {
  const session = useSession();
  const instrument = useInstrument();
  const colours = useColours();
  const sensor = useChoice((c) => c.sensor);
  const lane = useChoice((c) => c.lane);
  const lanes = useMemo(
    () =>
      instrument.sensors
        .flatMap((s) => s.lanes.map((l, at) => ({ sensor: s, lane: l, at })))
        .filter((l) => l.lane.column),
    [instrument],
  );
  const waiting = useLive((s) => s.tick === null);
  const { traces } = session;
  const rows = useMemo(() => {
    const columns = allColumns(instrument);
    return lanes.map(({ sensor: s, lane: l }): LaneRow => ({
      name: laneName(s, l.id),
      colour: colours[kindOf(s).family],
      trace: traces[columns.indexOf(l.column!)] ?? null,
      contact: null,
    }));
  }, [instrument, lanes, colours, traces]);
  const contacts = allContacts(instrument);
  const shut = useLive((s) => contacts.filter((_, i) => s.tick?.closed[i]).join(', '));
  const stamp = useCallback(() => rows[0]?.trace?.total ?? 0, [rows]);
  return (
    <>
      <Headline
        says={waiting ? 'Waiting for the board.' : 'All lanes at once'}
        under={
          <>
            Each as high as it was played in these eight seconds. <kbd>J</kbd> goes back to one.
          </>
        }
        side={tools}
      />
      <LaneRows
        rows={rows}
        left={LEFT}
        share={0.6}
        stamp={stamp}
        chosen={lanes.findIndex((l) => l.sensor.id === sensor && l.at === lane)}
        choose={(row) => session.choice.setState({ sensor: lanes[row].sensor.id, lane: lanes[row].at })}
        label={`${counted(rows.length, 'lane')}, the last eight seconds of each`}
      />
      {contacts.length > 0 && (
        <p>{shut === '' ? `${counted(contacts.length, 'contact')}, none closed.` : `Closed: ${shut}.`}</p>
      )}
    </>
  );
}
