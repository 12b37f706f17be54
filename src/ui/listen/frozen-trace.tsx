'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { boardOf } from '@/core/instrument/access';
import type { Sensor } from '@/core/instrument/sensor';
import { kindOf } from '@/core/kinds/registry';
import { COLUMN_US } from '@/workers/live-protocol';
import type { TraceRing } from '../frame/trace-ring';
import { useInstrument } from '../hooks/use-session';
import { useColours } from '../parts/colours';
import { Trace, TRACE_LEFT } from '../parts/trace';
import styles from './listen.module.css';

const NOTHING = () => ({});
const COLUMN_MS = COLUMN_US / 1000;

/** The last eight seconds of a lane, held still, and what lies between two cursors: led by pointer or by the arrow keys. */
export function FrozenTrace({
  sensor,
  ring,
  height,
  leave,
}: {
  sensor: Sensor;
  ring: TraceRing;
  height: string;
  leave: () => void;
}) {
  const board = boardOf(useInstrument(), sensor);
  const colours = useColours();
  const [cursors, setCursors] = useState([Math.round(ring.size / 3), Math.round((2 * ring.size) / 3)]);
  const [first, second] = cursors;
  const counts = cursors.map((at) => ring.countAt(at));
  const [a, b] = counts;
  const words = counts.map((c) =>
    c === null ? undefined : kindOf(sensor).unitWords?.(Math.round(c), sensor, board),
  );
  const set = (which: 0 | 1, at: number) => setCursors((c) => (which === 0 ? [at, c[1]] : [c[0], at]));
  return (
    <figure className={styles.frozen}>
      <div>
        <Trace
          ring={ring}
          colour={colours[kindOf(sensor).family]}
          range={null}
          overlay={NOTHING}
          height={height}
          label={`Eight seconds of ${sensor.name}, held still`}
        />
        {cursors.map((at, i) => (
          <i
            key={i}
            style={{ left: `calc(${TRACE_LEFT}px + (100% - ${TRACE_LEFT + 1}px) * ${at / (ring.size - 1)})` }}
          />
        ))}
      </div>
      {(['First cursor', 'Second cursor'] as const).map((name, i) => (
        <input
          key={name}
          type="range"
          aria-label={name}
          aria-valuetext={`${(cursors[i] * COLUMN_MS).toFixed(0)} ms`}
          min={0}
          max={ring.size - 1}
          value={cursors[i]}
          style={{ marginLeft: TRACE_LEFT - 8, width: `calc(100% - ${TRACE_LEFT - 16}px)` }}
          onChange={(e) => set(i === 0 ? 0 : 1, Number(e.target.value))}
        />
      ))}
      <figcaption>
        <b>{Math.abs(second - first) * COLUMN_MS} ms</b>
        {a !== null && b !== null && (
          <>
            <b>{Math.round(b - a)} counts</b> from {a.toFixed(0)} to {b.toFixed(0)}
            {words[0] && words[1] && `, ${words[0]} to ${words[1]}`}
          </>
        )}
        <Button variant="outlined" onClick={leave}>
          Go on{'\u00a0'}
          <kbd>H</kbd>
        </Button>
      </figcaption>
    </figure>
  );
}
