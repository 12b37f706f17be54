'use client';

import { useEffect, useRef } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useChoice, useSensor, useSession } from '../hooks/use-session';
import { LevelBar } from './sensor-list';
import styles from './frame.module.css';

/** One sensor and one number, readable from across the room. */
export function Glance() {
  const open = useChoice((c) => c.glance);
  return open ? <OpenGlance /> : null;
}

function OpenGlance() {
  const { choice, live } = useSession();
  const { sensor, column } = useSensor();
  const number = useRef<HTMLElement>(null);
  const close = () => choice.setState({ glance: false });
  useHotkeys('escape', close);
  useEffect(
    () =>
      live.subscribe(({ tick }) => {
        if (!number.current || !tick) return;
        const shown = sensor.calibration ? Math.round(127 * tick.responses[column]) : tick.counts[column];
        number.current.textContent = String(shown);
      }),
    [live, sensor, column],
  );
  return (
    <div className={styles.glance} role="dialog" aria-label={`${sensor.name} at a glance`} onClick={close}>
      <h2>{sensor.name}</h2>
      <strong ref={number}>–</strong>
      <span>{sensor.calibration ? 'of 127' : 'counts'}</span>
      <LevelBar sensor={sensor} column={column} />
    </div>
  );
}
