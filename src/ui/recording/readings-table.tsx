import type { LaneReadings, Listened } from '@/core/listen/listen';
import { counted } from '@/core/units/counted';
import { useMemo } from 'react';
import { SortedTable, type SortedColumn } from '../parts/sorted-table';
import type { TermId } from '../parts/terms';
import styles from './recording.module.css';

type Row = { is: 'lane'; of: LaneReadings } | { is: 'contact'; of: Listened['contacts'][0] };

const column = (
  id: string,
  of: (l: LaneReadings) => number | null,
  shown: (l: LaneReadings) => string,
  term?: TermId,
): SortedColumn<Row> => ({
  ...{ id, head: id, term },
  of: (row) => (row.is === 'lane' ? of(row.of) : null),
  shown: (row) => (row.is === 'lane' ? shown(row.of) : ''),
});

const COLUMNS: SortedColumn<Row>[] = [
  {
    ...{ id: 'lane', head: 'lane' },
    of: (row) => (row.is === 'lane' ? row.of.lane : row.of.contact),
    shown: (row) => (row.is === 'lane' ? row.of.lane : row.of.contact),
  },
  column(
    'rest',
    (l) => l.rest,
    (l) => l.rest.toFixed(1),
  ),
  column(
    'noise, 1 σ',
    (l) => l.noise,
    (l) => l.noise.toFixed(2),
    'σ',
  ),
  column(
    'excursion',
    (l) => l.excursion,
    (l) => l.excursion.toFixed(0),
  ),
  column(
    'drift, a minute',
    (l) => l.driftPerMinute,
    (l) => (l.driftPerMinute === null ? '–' : l.driftPerMinute.toFixed(1)),
    'drift',
  ),
  column(
    'range',
    (l) => (l.moves ? l.range : null),
    (l) => (l.moves ? `${Math.round(100 * l.range)} %` : 'not played'),
  ),
  column(
    'levels',
    (l) => (l.moves ? l.levels : null),
    (l) => (l.moves ? String(l.levels) : '–'),
  ),
  column(
    'comes back to',
    (l) => l.returnScatter,
    (l) => (l.returnScatter === null ? '–' : `±${l.returnScatter.toFixed(1)}`),
  ),
  column(
    'mains',
    (l) => l.hum?.amplitude ?? null,
    (l) => (l.hum ? `${l.hum.amplitude.toFixed(1)} at ${l.hum.hz} Hz` : '–'),
  ),
  column(
    'messages a minute, at rest',
    (l) => l.messagesPerMinute[0],
    (l) => l.messagesPerMinute.map((m) => m.toFixed(0)).join(' · '),
    'deadband',
  ),
];

const contactWords = (row: Row) =>
  row.is === 'lane'
    ? null
    : row.of.presses === 0
      ? 'not pressed'
      : `${counted(row.of.presses, 'press', 'presses')}, bounces of up to ${row.of.bounceMs.toFixed(1)} ms`;

/** Lanes beyond these have their crosstalk told as findings alone: a table of them could not be read. */
const MOST_CROSSED = 32;

/** What every lane of a recording reads, in counts unless said, and what answers while only one other is played. */
export function ReadingsTable({ listened: { lanes, contacts, crosstalk } }: { listened: Listened }) {
  const played = lanes.length <= MOST_CROSSED && crosstalk.some((row) => row.some((share) => share !== null));
  const rows = useMemo(
    (): Row[] => [
      ...lanes.map((of): Row => ({ is: 'lane', of })),
      ...contacts.map((of): Row => ({ is: 'contact', of })),
    ],
    [lanes, contacts],
  );
  return (
    <div className={styles.readings} tabIndex={0} role="region" aria-label="Readings">
      <SortedTable
        rows={rows}
        columns={COLUMNS}
        caption="Every lane, in counts; messages for a deadband of 0, 1, 2 and 3 steps of seven bits"
        idOf={(row) => (row.is === 'lane' ? row.of.column : row.of.contact)}
        wide={contactWords}
      />
      {played && <Crosstalk lanes={lanes} crosstalk={crosstalk} />}
    </div>
  );
}

/** Shares from which an answer is worth a look. */
const WORTH = 0.05;

/** Rows are played, columns answer, as a share of their own reach. */
function Crosstalk({ lanes, crosstalk }: Pick<Listened, 'lanes' | 'crosstalk'>) {
  const rows = lanes.map((_, i) => i).filter((i) => crosstalk[i].some((share) => share !== null));
  return (
    <table>
      <caption>
        Crosstalk: how far each lane answers, of its own reach, while only the one at the left is played
      </caption>
      <thead>
        <tr>
          <th scope="col">played alone</th>
          {lanes.map((l) => (
            <th key={l.column} scope="col">
              {l.lane}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((i) => (
          <tr key={lanes[i].column}>
            <th scope="row">{lanes[i].lane}</th>
            {crosstalk[i].map((share, j) => (
              <td key={lanes[j].column} data-strong={share !== null && share >= WORTH}>
                {i === j ? '·' : share === null ? '–' : `${(100 * share).toFixed(1)} %`}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
