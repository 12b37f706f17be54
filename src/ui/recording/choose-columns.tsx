'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { useKey } from '../hooks/use-key';
import type { CsvColumns, CsvPreview } from '@/core/exchange/takes/csv-columns';
import { allColumns } from '@/core/instrument/access';
import { useInstrument } from '../hooks/use-session';
import { Headline, Station } from '../parts/station';
import { Pick } from '../parts/pick';
import styles from './recording.module.css';

const UNITS: Record<string, number> = { 'time, µs': 1, 'time, ms': 1000, 'time, s': 1e6 };
const NOT = 'left out';

/** The beginning of a file, and what each of its columns is taken for: told from it, and to be changed. */
export function ChooseColumns({
  name,
  preview,
  read,
  leave,
}: {
  name: string;
  preview: CsvPreview;
  read: (columns: CsvColumns) => void;
  leave: () => void;
}) {
  const known = allColumns(useInstrument());
  const [columns, setColumns] = useState(preview.columns);
  const { names, time } = columns;
  useKey('enter', () => read(columns));
  useKey('backspace', leave);
  const set = (place: number, to: string) =>
    setColumns((c) => {
      const unitUs = UNITS[to];
      const rest = c.time?.place === place ? null : c.time;
      const others = c.names.map((n, i) => (i === place || n === to ? '' : n));
      if (unitUs !== undefined) return { ...c, names: others, time: { place, unitUs } };
      return { ...c, names: others.map((n, i) => (i === place && to !== NOT ? to : n)), time: rest };
    });
  const isNow = (place: number) => {
    if (time?.place === place) return Object.keys(UNITS).find((unit) => UNITS[unit] === time.unitUs)!;
    return names[place] === '' ? NOT : names[place];
  };
  const options = (place: number) => {
    const own = preview.columns.names[place] || preview.titles[place];
    const all = [...Object.keys(UNITS), NOT, own, ...known];
    return Object.fromEntries([...new Set(all)].map((o) => [o, o]));
  };
  return (
    <Station
      title="Listen"
      reading={
        <p>
          {time
            ? `Time: column ${preview.titles[time.place]}.`
            : 'No column is a time: its frames are taken to be as far apart as this board’s.'}{' '}
          {columns.noCounts.length > 0 &&
            `${columns.noCounts.join(', ')}: no whole counts, so left out. Counts are what the converter gives.`}
        </p>
      }
    >
      <Headline
        says={name}
        under={
          <>
            What each column is, as its first lines tell. <kbd>Enter</kbd> reads it so.
          </>
        }
        side={
          <Button variant="outlined" onClick={leave}>
            Leave it
          </Button>
        }
      />
      <div
        className={`${styles.readings} ${styles.columns}`}
        tabIndex={0}
        role="region"
        aria-label="The file’s first lines"
      >
        <table>
          <thead>
            <tr>
              {preview.titles.map((title, place) => (
                <th key={place} scope="col">
                  {title}
                  <br />
                  <Pick
                    label={`Column ${place + 1} is`}
                    value={isNow(place)}
                    set={(to) => set(place, to)}
                    options={options(place)}
                  />
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {preview.rows.map((row, i) => (
              <tr key={i}>
                {row.map((number, place) => (
                  <td key={place}>{number}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className={styles.tools}>
        <Button variant="contained" onClick={() => read(columns)}>
          Read it so{'\u00a0'}
          <kbd>Enter</kbd>
        </Button>
      </div>
    </Station>
  );
}
