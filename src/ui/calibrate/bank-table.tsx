'use client';

import { useMemo } from 'react';
import type { LaneReading } from '@/core/calibrate/report';
import type { Lane, Sensor } from '@/core/instrument/sensor';
import { noteName } from '@/core/midi/words';
import { useChoice, useSession } from '../hooks/use-session';
import styles from '../parts/lanes.module.css';
import { SortedTable, type SortedColumn } from '../parts/sorted-table';
import { laneColumns, type LaneColumn } from './bank-words';

/** A row a lane, with what was read of it; a press on a lane looks at it alone. */
export function BankTable({ sensor, lanes }: { sensor: Sensor; lanes: readonly LaneReading[] | null }) {
  const { choice } = useSession();
  const chosen = useChoice((c) => c.lane);
  const columns = useMemo((): SortedColumn<Lane>[] => {
    const own = laneColumns(sensor, lanes);
    const isWhole = ({ of }: LaneColumn) => sensor.lanes.every((l) => Number.isInteger(of(l.id) ?? 0));
    if (own.length === 0) return [];
    return [
      {
        ...{ id: 'lane', head: 'lane', of: (lane) => lane.id },
        shown: (lane) => (
          <button type="button" onClick={() => choice.setState({ lane: sensor.lanes.indexOf(lane) })}>
            {lane.id}
            {lane.note !== undefined && `, ${noteName(lane.note)}`}
          </button>
        ),
      },
      ...own.map((c): SortedColumn<Lane> => {
        const whole = isWhole(c);
        return {
          ...{ id: c.head, head: c.head, term: c.term },
          of: (lane) => c.of(lane.id),
          shown: (lane) => shown(c.of(lane.id), whole),
        };
      }),
    ];
  }, [sensor, lanes, choice]);
  if (columns.length === 0) return null;
  return (
    <div className={styles.table}>
      <SortedTable
        rows={sensor.lanes}
        columns={columns}
        idOf={(lane) => lane.id}
        isChosen={(lane) => sensor.lanes.indexOf(lane) === chosen}
      />
    </div>
  );
}

/** One decimal in the whole of a column, or none. */
const shown = (n: number | null, whole: boolean): string => (n === null ? '–' : n.toFixed(whole ? 0 : 1));
