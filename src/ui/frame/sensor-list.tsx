'use client';

import { useEffect, useRef } from 'react';
import type { Sensor } from '@/core/instrument/document';
import { SENSOR_KINDS } from '@/core/sensors/kinds';
import { counted } from '@/core/units/counted';
import { useChoice, useInstrument, useLive, useSession, useTakesOf } from '../hooks/use-session';
import { useSeconds } from '../hooks/use-seconds';
import { GestureMark } from '../parts/gesture-mark';
import { agoWords } from '../parts/words';
import styles from './frame.module.css';

/** The sensors with their marks and live levels. */
export function SensorList() {
  const { sensors } = useInstrument();
  return (
    <nav className={styles.sensors} aria-label="Sensors">
      <ul>
        {sensors.map((sensor, column) => (
          <li key={sensor.id}>
            <SensorRow sensor={sensor} column={column} />
          </li>
        ))}
      </ul>
    </nav>
  );
}

function SensorRow({ sensor, column }: { sensor: Sensor; column: number }) {
  const { choice } = useSession();
  const chosen = useChoice((c) => c.sensor) === sensor.id;
  return (
    <button
      type="button"
      className={styles.sensor}
      aria-current={chosen}
      onClick={() => choice.setState({ sensor: sensor.id })}
    >
      <GestureMark sensor={sensor} />
      <span>
        <b>{sensor.name}</b>
        <LevelBar sensor={sensor} column={column} />
        <SensorState sensor={sensor} />
      </span>
    </button>
  );
}

/** The level from rest to reach where that is known, of the whole converter where not. Drawn past React. */
export function LevelBar({ sensor, column }: { sensor: Sensor; column: number }) {
  const { live, workspace } = useSession();
  const bar = useRef<HTMLElement>(null);
  useEffect(
    () =>
      live.subscribe(({ tick }) => {
        if (!bar.current || !tick) return;
        const instrument = workspace.store.getState().history!.present;
        const level = shareNow(instrument.sensors[column], instrument.board.bits, tick.counts[column]);
        bar.current.style.transform = `scaleX(${level})`;
      }),
    [live, workspace, column],
  );
  return (
    <div className={styles.bar}>
      <i
        ref={bar}
        style={{ background: `var(--${SENSOR_KINDS[sensor.kind].family})`, transform: 'scaleX(0)' }}
      />
    </div>
  );
}

/** Where a count lies between rest and reach, 0 … 1; of full scale without a calibration. */
export function shareNow(sensor: Sensor, bits: number, count: number): number {
  const c = sensor.calibration;
  if (!c) return count / (2 ** bits - 1);
  const up = (count - c.rest) / (c.reach.up - c.rest);
  const down = c.reach.down === null ? 0 : (count - c.rest) / (c.reach.down - c.rest);
  return Math.min(1, Math.max(0, up, down));
}

function SensorState({ sensor }: { sensor: Sensor }) {
  const guide = useLive((s) => s.tick?.guide ?? null);
  const chosen = useChoice((c) => c.sensor) === sensor.id;
  const takes = useTakesOf(sensor.id);
  const now = useSeconds();
  const word = () => {
    if (guide && chosen) return `${guide.role}, ${guide.done} of ${guide.wanted}`;
    const at = sensor.calibration?.measuredAt;
    if (at && now > 0) return `measured ${agoWords(now - Date.parse(at))}`;
    if (sensor.calibration) return 'measured';
    return takes.length > 0 ? `${counted(takes.length, 'take')}, not accepted` : 'to do';
  };
  return <small>{word()}</small>;
}
