'use client';

import { useEffect, useState } from 'react';
import { boardOf } from '@/core/instrument/access';
import { counted } from '@/core/units/counted';
import type { Sensor } from '@/core/instrument/sensor';
import { kindOf } from '@/core/kinds/registry';
import { useInstrument } from '../hooks/use-session';
import styles from './recording.module.css';
import type { Desked } from './use-desk';
import type { Look } from './use-span';

/** Steps of a cursor across what is shown. */
const STEPS = 1000;

/** What lies between the two cursors: time, counts of the chosen lane, and units where its sheet gives them. */
export function Measured({
  desked,
  look: { view, cursors, setCursor },
  lane,
  sensor,
}: {
  desked: Desked;
  look: Look;
  lane: number;
  sensor: Sensor | null;
}) {
  const instrument = useInstrument();
  const counts = useCountsAt(desked, cursors).map((c) => c[lane] as number | undefined);
  const span = view.toUs - view.fromUs;
  const place = (us: number) => Math.round((STEPS * (us - view.fromUs)) / span);
  const [a, b] = counts;
  const own = sensor?.lanes.findIndex((l) => l.column === desked.shape.channels[lane]) ?? -1;
  const words = sensor
    ? counts.map((c) =>
        c === undefined ? null : kindOf(sensor).unitWords?.(c, sensor, boardOf(instrument, sensor), own),
      )
    : [];
  const apart = Math.abs(cursors[1] - cursors[0]) / 1000;
  return (
    <>
      <div className={styles.slides}>
        {(['First cursor', 'Second cursor'] as const).map((name, i) => (
          <input
            key={name}
            type="range"
            aria-label={name}
            aria-valuetext={`${(cursors[i] / 1000).toFixed(1)} ms`}
            min={0}
            max={STEPS}
            value={Math.max(0, Math.min(STEPS, place(cursors[i])))}
            onChange={(e) =>
              setCursor(i === 0 ? 0 : 1, view.fromUs + (Number(e.target.value) / STEPS) * span)
            }
          />
        ))}
      </div>
      <p className={styles.measured}>
        <b>{apart < 10_000 ? `${apart.toFixed(1)} ms` : `${(apart / 1000).toFixed(2)} s`}</b>
        {apart > 0 && apart <= 2000 && <span>{(1000 / apart).toFixed(1)} Hz</span>}
        {a !== undefined && b !== undefined && (
          <>
            <b>{counted(b - a, 'count')}</b>
            <span>
              from {a} to {b}
              {words[0] && words[1] && `, ${words[0]} to ${words[1]}`}
            </span>
          </>
        )}
      </p>
    </>
  );
}

/** The counts of all lanes at both cursors. */
function useCountsAt({ link, shape }: Desked, cursors: readonly [number, number]): number[][] {
  const [counts, setCounts] = useState<number[][]>([[], []]);
  const [first, second] = cursors;
  useEffect(() => {
    let on = true;
    void Promise.all([link.desk.countsAt(first), link.desk.countsAt(second)]).then((both) => {
      if (on) setCounts(both);
    });
    return () => {
      on = false;
    };
  }, [link, shape, first, second]);
  return counts;
}
