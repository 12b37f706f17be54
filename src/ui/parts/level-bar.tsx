'use client';

import { useRef } from 'react';
import type { Sensor } from '@/core/instrument/sensor';
import { kindOf } from '@/core/kinds/registry';
import styles from './level-bar.module.css';
import { useLaneValues } from './lane-values';

/** How far one lane is played, from rest to reach where that is known. Drawn past React. @param large readable at two metres */
export function LevelBar({
  sensor,
  lane = 0,
  large = false,
}: {
  sensor: Sensor;
  lane?: number;
  large?: boolean;
}) {
  const bar = useRef<HTMLElement>(null);
  useLaneValues(sensor, (shares) => {
    if (bar.current) bar.current.style.transform = `scaleX(${shares[lane]})`;
  });
  return (
    <div className={large ? `${styles.bar} ${styles.large}` : styles.bar}>
      <i ref={bar} style={{ background: `var(--${kindOf(sensor).family})`, transform: 'scaleX(0)' }} />
    </div>
  );
}
