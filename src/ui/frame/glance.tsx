'use client';

import { useEffect, useRef } from 'react';
import { useKey } from '../hooks/use-key';
import { useChoice, useSensor, useSession } from '../hooks/use-session';
import type { Sensor } from '@/core/instrument/sensor';
import type { Tick } from '@/workers/live-protocol';
import { LevelBar } from '../parts/level-bar';
import styles from './frame.module.css';

/** One sensor and one number, readable from across the room. */
export function Glance() {
  const open = useChoice((c) => c.glance);
  return open ? <OpenGlance /> : null;
}

function OpenGlance() {
  const { choice, live } = useSession();
  const { sensor, lane, column } = useSensor();
  const number = useRef<HTMLElement>(null);
  const close = () => choice.setState({ glance: false });
  useKey('escape', close);
  useEffect(
    () =>
      live.subscribe(({ tick }) => {
        if (!number.current || !tick) return;
        number.current.textContent = shownOf(tick, sensor, column, lane);
      }),
    [live, sensor, lane, column],
  );
  return (
    <div className={styles.glance} role="dialog" aria-label={`${sensor.name} at a glance`} onClick={close}>
      <h2>{sensor.lanes.length > 1 ? `${sensor.name}, ${sensor.lanes[lane].id}` : sensor.name}</h2>
      <strong ref={number}>–</strong>
      <span>{column < 0 ? '' : sensor.calibration ? 'of 127' : 'counts'}</span>
      <LevelBar sensor={sensor} lane={lane} large />
      <p>
        <kbd>G</kbd>, <kbd>Esc</kbd> or a click leads back
      </p>
    </div>
  );
}

/** The one number: how far it is played, its count where nothing was measured, a word for a contact. */
function shownOf(tick: Tick, sensor: Sensor, column: number, lane: number): string {
  if (column < 0) return tick.closed[lane] ? 'closed' : 'open';
  return String(sensor.calibration ? Math.round(127 * tick.responses[column]) : tick.counts[column]);
}
