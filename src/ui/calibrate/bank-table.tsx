'use client';

import type { BankReport } from '@/core/calibrate/report';
import type { Sensor } from '@/core/instrument/sensor';
import { noteName } from '@/core/midi/words';
import { useChoice, useSession } from '../hooks/use-session';
import styles from '../parts/lanes.module.css';
import { laneColumns, type LaneColumn } from './bank-words';

/** A row a lane, with what was read of it; a press on a lane looks at it alone. */
export function BankTable({ sensor, report }: { sensor: Sensor; report: BankReport | null }) {
  const { choice } = useSession();
  const chosen = useChoice((c) => c.lane);
  const columns = laneColumns(sensor, report?.readings.lanes ?? null);
  if (columns.length === 0) return null;
  const isWhole = ({ of }: LaneColumn) => sensor.lanes.every((l) => Number.isInteger(of(l.id) ?? 0));
  return (
    <table className={styles.table}>
      <thead>
        <tr>
          <th scope="col">lane</th>
          {columns.map((c) => (
            <th key={c.head} scope="col">
              {c.head}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {sensor.lanes.map((lane, i) => (
          <tr key={lane.id} aria-current={i === chosen}>
            <th scope="row">
              <button type="button" onClick={() => choice.setState({ lane: i })}>
                {lane.id}
                {lane.note !== undefined && `, ${noteName(lane.note)}`}
              </button>
            </th>
            {columns.map((c) => (
              <td key={c.head}>{shown(c.of(lane.id), isWhole(c))}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** One decimal in the whole of a column, or none. */
const shown = (n: number | null, whole: boolean): string => (n === null ? '–' : n.toFixed(whole ? 0 : 1));
