'use client';

import { useRef } from 'react';
import { counted } from '@/core/units/counted';
import type { Sensor } from '@/core/instrument/sensor';
import { kindOf } from '@/core/kinds/registry';
import { useChoice, useSession } from '../hooks/use-session';
import { useLaneValues } from './lane-values';
import styles from './lanes.module.css';

/** All lanes of a sensor side by side, as high as each is played; a press on one chooses it. Drawn past React. */
export function LaneStrip({ sensor, height = 22 }: { sensor: Sensor; height?: number }) {
  const { choice } = useSession();
  const chosen = useChoice((c) => (c.sensor === sensor.id ? c.lane : -1));
  const bars = useRef<SVGPathElement>(null);
  const n = sensor.lanes.length;
  useLaneValues(sensor, (shares) => {
    const d = shares
      .map((s, i) => `M${i + 0.5} ${height}V${(height - Math.max(1, s * height)).toFixed(1)}`)
      .join('');
    bars.current?.setAttribute('d', d);
  });
  return (
    <svg
      className={styles.strip}
      viewBox={`0 0 ${n} ${height}`}
      preserveAspectRatio="none"
      style={{ height }}
      role="img"
      aria-label={`${counted(n, 'lane')} of ${sensor.name}`}
      onPointerDown={(e) => {
        const box = e.currentTarget.getBoundingClientRect();
        const lane = Math.min(n - 1, Math.max(0, Math.floor((n * (e.clientX - box.left)) / box.width)));
        choice.setState({ sensor: sensor.id, lane });
      }}
    >
      {chosen >= 0 && n > 1 && <rect x={chosen} y="0" width="1" height={height} className={styles.chosen} />}
      <path
        ref={bars}
        stroke={`var(--${kindOf(sensor).family})`}
        strokeWidth={n > 40 ? 0.7 : 0.62}
        fill="none"
      />
    </svg>
  );
}
