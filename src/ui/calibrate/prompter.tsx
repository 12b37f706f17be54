'use client';

import { useCallback } from 'react';
import type { GuideView } from '@/core/guide/guide';
import { lanePlaces } from '@/core/instrument/access';
import type { Sensor } from '@/core/instrument/sensor';
import { kindOf } from '@/core/kinds/registry';
import { COLUMN_US, type Tick } from '@/workers/live-protocol';
import { handKeys, keyWords } from '../hooks/hand-map';
import { useInstrument, useSession } from '../hooks/use-session';
import { Care } from '../parts/care';
import { LaneMap } from '../parts/lane-map';
import { PlaySurface } from '../parts/play-surface';
import { SensorTrace } from '../parts/sensor-trace';
import type { TraceOverlay } from '../parts/trace';
import { promptFor } from './prompts';
import styles from './calibrate.module.css';

/** A guided take: one instruction and one number, readable at two metres; it advances by itself. */
export function Prompter({ sensor, view }: { sensor: Sensor; view: GuideView }) {
  const { says, under } = promptFor(view.role, sensor, view);
  const { care, way } = kindOf(sensor);
  const one = sensor.lanes.length === 1;
  const level = way === 'level' && one;
  const traced = one && sensor.lanes[0].column !== undefined;
  return (
    <section className={styles.prompter} aria-live="polite">
      <header>
        <div>
          <h1>{says}</h1>
          <p>{under}</p>
        </div>
        <p className={styles.tally}>
          <strong>{view.done}</strong> of {view.wanted}
          {view.role === 'rest' || view.role === 'still' || way === 'tone' ? ' s' : ''}
        </p>
      </header>
      {traced ? <OnePicture sensor={sensor} /> : <LaneMap sensor={sensor} view={view} />}
      <Under sensor={sensor} view={view} level={level} />
      {traced && !level && <PlaySurface sensors={[sensor]} />}
      {(view.role === 'loud' || view.role === 'full') && care !== '' && <Care>{care}</Care>}
    </section>
  );
}

/** One lane as a trace, with its gestures. */
function OnePicture({ sensor }: { sensor: Sensor }) {
  const session = useSession();
  const instrument = useInstrument();
  const overlay = useCallback(() => overlayOf(session.live.getState().tick), [session]);
  return (
    <SensorTrace
      sensor={sensor}
      column={lanePlaces(instrument, sensor)[0]}
      overlay={overlay}
      height="clamp(220px, 44vh, 460px)"
      says="gestures so far numbered as counts from rest"
    />
  );
}

function Under({ sensor, view, level }: { sensor: Sensor; view: GuideView; level: boolean }) {
  const keys = keyWords(handKeys(useInstrument(), sensor.id), sensor.id).split(' ').filter(Boolean);
  const [soft, medium, loud] = keys;
  return (
    <p className={styles.under}>
      <span>
        <kbd>Space</kbd> stops.
        {level &&
          view.role !== 'rest' &&
          view.role !== 'weights' &&
          ' Numbers: counts from rest. Band: yours so far.'}
      </span>
      {view.role !== 'rest' && view.role !== 'weights' && keys.length > 0 && (
        <span>
          Or play it yourself: hold{' '}
          {level ? (
            <>
              <kbd>{soft}</kbd> soft, <kbd>{medium}</kbd> medium, <kbd>{loud}</kbd> loud
            </>
          ) : (
            <kbd>{keys.length > 1 ? `${keys[0]} … ${keys.at(-1)}` : keys[0]}</kbd>
          )}
        </span>
      )}
    </p>
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
