'use client';

import { useRef } from 'react';
import type { GuideView } from '@/core/guide/guide';
import type { Sensor } from '@/core/instrument/sensor';
import { kindOf } from '@/core/kinds/registry';
import { noteName } from '@/core/midi/words';
import { useLaneValues } from './lane-values';
import styles from './lanes.module.css';

/** The lanes as the instrument lies: how far each is played now, and how often it was; ticked off once it is enough. */
export function LaneMap({ sensor, view }: { sensor: Sensor; view: GuideView }) {
  const bars = useRef<(HTMLElement | null)[]>([]);
  useLaneValues(sensor, (shares) =>
    shares.forEach((share, i) => {
      const bar = bars.current[i];
      if (bar) bar.style.transform = `scaleY(${Math.max(0.01, share)})`;
    }),
  );
  const each = view.lanes ? Math.round(view.wanted / view.lanes.length) : 0;
  const few = sensor.lanes.length <= 30;
  return (
    <div className={styles.map} role="list" aria-label={`Lanes of ${sensor.name}`}>
      {sensor.lanes.map((lane, i) => {
        const other = view.only !== undefined && i !== view.only;
        const done = (view.only === i ? view.lanes?.[0] : view.lanes?.[i]) ?? 0;
        const enough = view.lanes !== null && (other || done >= each);
        return (
          <div key={lane.id} role="listitem" data-done={enough}>
            <i
              ref={(bar) => {
                bars.current[i] = bar;
              }}
              style={{ background: `var(--${kindOf(sensor).family})`, transform: 'scaleY(0.01)' }}
            />
            {few && <strong>{view.lanes === null ? '' : enough ? '✓' : `${done}/${each}`}</strong>}
            <span>{few ? (lane.note === undefined ? lane.id : noteName(lane.note)) : ''}</span>
          </div>
        );
      })}
    </div>
  );
}
