'use client';

import { useMemo } from 'react';
import type { LaneReading } from '@/core/calibrate/report';
import type { Lane, Sensor } from '@/core/instrument/sensor';
import { noteName } from '@/core/midi/words';
import { useChoice, useSession } from '../hooks/use-session';
import styles from '../parts/lanes.module.css';
import { SortedTable, type SortedColumn } from '../parts/sorted-table';
import { laneColumns } from './bank-words';

/** A row a lane, with what was read of it; a press on a lane looks at it alone. */
export function BankTable({ sensor, lanes }: { sensor: Sensor; lanes: readonly LaneReading[] | null }) {
  const { choice } = useSession();
  const chosen = useChoice((c) => c.lane);
  const columns = useMemo((): SortedColumn<Lane>[] => {
    const own = laneColumns(sensor, lanes);
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
        const decimals = decimalsOf(sensor.lanes.map((l) => c.of(l.id)));
        return {
          ...{ id: c.head, head: c.head, term: c.term },
          of: (lane) => c.of(lane.id),
          shown: (lane) => shown(c.of(lane.id), decimals),
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

/** So many decimals in the whole of a column. */
const shown = (n: number | null, decimals: number): string => (n === null ? '–' : n.toFixed(decimals));

/** None for whole numbers, two for small ones, one else. */
function decimalsOf(values: readonly (number | null)[]): 0 | 1 | 2 {
  const known = values.filter((v) => v !== null);
  if (known.every(Number.isInteger)) return 0;
  return known.every((v) => Math.abs(v) < 2) ? 2 : 1;
}
