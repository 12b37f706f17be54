'use client';

import { useCallback } from 'react';
import type { GuideView } from '@/core/calibrate/guide';
import type { Sensor } from '@/core/instrument/document';
import { SENSOR_KINDS } from '@/core/sensors/kinds';
import { COLUMN_US, type Tick } from '@/workers/live-protocol';
import { useSession } from '../hooks/use-session';
import { Care } from '../parts/care';
import { SensorTrace } from '../parts/sensor-trace';
import type { TraceOverlay } from '../parts/trace';
import { promptFor } from './prompts';
import styles from './calibrate.module.css';

/** A guided take: one instruction and one number, readable at two metres; it advances by itself. */
export function Prompter({ sensor, column, view }: { sensor: Sensor; column: number; view: GuideView }) {
  const session = useSession();
  const overlay = useCallback(() => overlayOf(session.live.getState().tick), [session]);
  const { says, under } = promptFor(view.role, sensor, view);
  return (
    <section className={styles.prompter} aria-live="polite">
      <header>
        <div>
          <h1>{says}</h1>
          <p>{under}</p>
        </div>
        <p className={styles.tally}>
          <strong>{view.done}</strong> of {view.wanted}
          {view.role === 'rest' ? ' s' : ''}
        </p>
      </header>
      <SensorTrace
        sensor={sensor}
        column={column}
        overlay={overlay}
        height="clamp(220px, 44vh, 460px)"
        says="gestures so far numbered as counts from rest"
      />
      <p className={styles.under}>
        <span>
          <kbd>Space</kbd> stops.{view.role !== 'rest' && ' Numbers: counts from rest. Band: yours so far.'}
        </span>
        {view.role !== 'rest' && (
          <span>
            Or play it yourself: hold <kbd>Z</kbd> soft, <kbd>X</kbd> medium, <kbd>C</kbd> loud
          </span>
        )}
      </p>
      {(view.role === 'loud' || view.role === 'full') && <Care>{SENSOR_KINDS[sensor.kind].care}</Care>}
    </section>
  );
}

function overlayOf(tick: Tick | null): TraceOverlay {
  if (!tick?.guide || tick.guide.rest === null) return {};
  const { rest, peaks } = tick.guide;
  const up = peaks.filter((p) => p.count >= rest).map((p) => p.count);
  return {
    rest,
    band: up.length >= 2 ? { low: Math.min(...up), high: Math.max(...up) } : null,
    peaks: peaks.map((p) => ({
      columnsAgo: (tick.tUs - p.tUs) / COLUMN_US,
      count: p.count,
      word: String(Math.round(Math.abs(p.count - rest))),
    })),
  };
}
