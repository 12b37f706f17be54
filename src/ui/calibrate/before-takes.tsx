'use client';

import { useCallback } from 'react';
import type { Sensor } from '@/core/instrument/sensor';
import { useLive } from '../hooks/use-session';
import { SensorTrace } from '../parts/sensor-trace';
import type { TraceOverlay } from '../parts/trace';
import styles from './calibrate.module.css';

/** Before the first take: the sensor alive, and what the takes will be. */
export function BeforeTakes({ sensor, column }: { sensor: Sensor; column: number }) {
  const rest = useLive((s) => s.rest[column]?.rest);
  const overlay = useCallback((): TraceOverlay => ({ rest }), [rest]);
  return (
    <>
      <div className={styles.caption}>
        <h2>{sensor.name}, live</h2>
        <span>the last eight seconds, counts</span>
      </div>
      <SensorTrace sensor={sensor} column={column} overlay={overlay} height="clamp(150px, 38vh, 460px)" />
      <ol className={styles.steps}>
        <li>
          <b>rest</b> 8 seconds: how much it flickers by itself
        </li>
        <li>
          <b>soft</b> twenty, as soft as you ever would: nothing below is needed
        </li>
        <li>
          <b>medium, loud</b> eight each: where your playing lies
        </li>
        <li>
          <b>full</b> three: the ceiling
        </li>
      </ol>
    </>
  );
}
