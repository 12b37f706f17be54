'use client';

import type { BankReport } from '@/core/calibrate/report';
import type { Sensor } from '@/core/instrument/sensor';
import { noteName } from '@/core/midi/words';
import { useChoice, useSession } from '../hooks/use-session';
import styles from '../parts/lanes.module.css';
import { laneColumns } from './bank-words';

/** A row a lane, with what was read of it; a press on a lane looks at it alone. */
export function BankTable({ sensor, report }: { sensor: Sensor; report: BankReport | null }) {
  const { choice } = useSession();
  const chosen = useChoice((c) => c.lane);
  const columns = laneColumns(sensor, report?.readings.lanes ?? null);
  if (columns.length === 0) return null;
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
              <td key={c.head}>{shown(c.of(lane.id))}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const shown = (n: number | null): string =>
  n === null ? '–' : Number.isInteger(n) ? String(n) : n.toFixed(1);
