'use client';

import { useMemo, useState } from 'react';
import { byDay, LINE_KINDS, matching, type LineKind, type LogLine } from '@/core/exchange/record/log-lines';
import { counted } from '@/core/units/counted';
import { useInstrument } from '../hooks/use-session';
import { Compose } from './compose';
import { dayOf, timeOf } from '../parts/day-words';
import { LogExport } from './log-export';
import { Headline } from '../parts/station';
import { Picture } from './picture';
import styles from './log.module.css';

const KIND_WORDS: Record<LineKind, string> = {
  maker: 'you',
  change: 'change',
  take: 'take',
  recording: 'recording',
  trial: 'trial',
  'check-up': 'check-up',
};

/** Lines that are drawn at once; more are a press away. */
const AT_ONCE = 120;

/** The record by days, searchable, with what the maker writes. */
export function EntriesView({ lines }: { lines: readonly LogLine[] }) {
  const [search, setSearch] = useState('');
  const [most, setMost] = useState(AT_ONCE);
  const [only, setOnly] = useState<LineKind | null>(null);
  const found = useMemo(
    () => matching(lines, search).filter(({ is }) => only === null || is === only),
    [lines, search, only],
  );
  const kinds = LINE_KINDS.filter((is) => lines.some((line) => line.is === is));
  return (
    <>
      <Headline says="What was done, and when." />
      <Compose />
      <div className={styles.bar}>
        <label>
          Search <input type="search" value={search} size={24} onChange={(e) => setSearch(e.target.value)} />
        </label>
        <span role="group" aria-label="What is shown" className={styles.kinds}>
          {kinds.map((is) => (
            <button
              key={is}
              type="button"
              aria-pressed={only === is}
              onClick={() => setOnly(only === is ? null : is)}
            >
              {KIND_WORDS[is]}
            </button>
          ))}
        </span>
        <LogExport lines={found} />
      </div>
      {lines.length === 0 && (
        <p className={styles.quiet}>
          Nothing is written down yet. Write above, or accept a calibration: it writes itself.
        </p>
      )}
      {lines.length > 0 && found.length === 0 && (
        <p className={styles.quiet}>No entry has all of these words.</p>
      )}
      {byDay(found.slice(0, most), dayOf).map(({ day, lines: own }) => (
        <section key={day} className={styles.day}>
          <h2>{day}</h2>
          <ul>
            {own.map((line, i) => (
              <Line key={`${line.at} ${i}`} line={line} />
            ))}
          </ul>
        </section>
      ))}
      {found.length > most && (
        <button type="button" className={styles.more} onClick={() => setMost(most + AT_ONCE)}>
          {counted(found.length - most, 'earlier entry', 'earlier entries')}
        </button>
      )}
    </>
  );
}

function Line({ line }: { line: LogLine }) {
  const { currency = '' } = useInstrument();
  const { at, is, says, changes = [], pictures = [], cost } = line;
  return (
    <li data-is={is}>
      <time dateTime={at}>{timeOf(at)}</time>
      <small>{KIND_WORDS[is]}</small>
      <div>
        <p>
          {says}
          {cost === undefined ? '' : ` (${`${cost.toFixed(2)} ${currency}`.trim()})`}
        </p>
        {changes.length > 0 && (
          <ul className={styles.changes}>
            {changes.slice(0, 6).map((change) => (
              <li key={change}>{change}</li>
            ))}
            {changes.length > 6 && <li>and {changes.length - 6} more</li>}
          </ul>
        )}
        {pictures.length > 0 && (
          <div className={styles.pictures}>
            {pictures.map((id) => (
              <Picture key={id} id={id} />
            ))}
          </div>
        )}
      </div>
    </li>
  );
}
