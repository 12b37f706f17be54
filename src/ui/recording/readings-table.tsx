import type { LaneReadings, Listened } from '@/core/listen/listen';
import { counted } from '@/core/units/counted';
import styles from './recording.module.css';

const COLUMNS: [string, (l: LaneReadings) => string][] = [
  ['rest', (l) => l.rest.toFixed(1)],
  ['noise, 1 σ', (l) => l.noise.toFixed(2)],
  ['excursion', (l) => l.excursion.toFixed(0)],
  ['drift, a minute', (l) => (l.driftPerMinute === null ? '–' : l.driftPerMinute.toFixed(1))],
  ['range', (l) => (l.moves ? `${Math.round(100 * l.range)} %` : 'not played')],
  ['levels', (l) => (l.moves ? String(l.levels) : '–')],
  ['comes back to', (l) => (l.returnScatter === null ? '–' : `±${l.returnScatter.toFixed(1)}`)],
  ['mains', (l) => (l.hum ? `${l.hum.amplitude.toFixed(1)} at ${l.hum.hz} Hz` : '–')],
  ['messages a minute, at rest', (l) => l.messagesPerMinute.map((m) => m.toFixed(0)).join(' · ')],
];

/** Lanes beyond these have their crosstalk told as findings alone: a table of them could not be read. */
const MOST_CROSSED = 32;

/** What every lane of a recording reads, in counts unless said, and what answers while only one other is played. */
export function ReadingsTable({ listened: { lanes, contacts, crosstalk } }: { listened: Listened }) {
  const played = lanes.length <= MOST_CROSSED && crosstalk.some((row) => row.some((share) => share !== null));
  return (
    <div className={styles.readings} tabIndex={0} role="region" aria-label="Readings">
      <table>
        <caption>Every lane, in counts; messages for a deadband of 0, 1, 2 and 3 steps of seven bits</caption>
        <thead>
          <tr>
            <th scope="col">lane</th>
            {COLUMNS.map(([name]) => (
              <th key={name} scope="col">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {lanes.map((lane) => (
            <tr key={lane.column}>
              <th scope="row">{lane.lane}</th>
              {COLUMNS.map(([name, of]) => (
                <td key={name}>{of(lane)}</td>
              ))}
            </tr>
          ))}
          {contacts.map((c) => (
            <tr key={c.contact}>
              <th scope="row">{c.contact}</th>
              <td colSpan={COLUMNS.length}>
                {c.presses === 0
                  ? 'not pressed'
                  : `${counted(c.presses, 'press', 'presses')}, bounces of up to ${c.bounceMs.toFixed(1)} ms`}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
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
