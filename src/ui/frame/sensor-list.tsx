'use client';

import { lanesLeft } from '@/core/ways/registry';
import type { Sensor } from '@/core/instrument/sensor';
import { counted } from '@/core/units/counted';
import { useChoice, useInstrument, useLive, useSession, useTakesOf } from '../hooks/use-session';
import { useSeconds } from '../hooks/use-seconds';
import { LaneStrip } from '../parts/lane-strip';
import { LevelBar } from '../parts/level-bar';
import { GestureMark } from '../parts/gesture-mark';
import { agoWords } from '../parts/words';
import styles from './frame.module.css';

/** The sensors with their marks and live levels. */
export function SensorList() {
  const { sensors } = useInstrument();
  return (
    <nav className={styles.sensors} aria-label="Sensors">
      <ul>
        {sensors.map((sensor) => (
          <li key={sensor.id}>
            <SensorRow sensor={sensor} />
          </li>
        ))}
      </ul>
    </nav>
  );
}

function SensorRow({ sensor }: { sensor: Sensor }) {
  const { choice } = useSession();
  const chosen = useChoice((c) => c.sensor) === sensor.id;
  return (
    <button
      type="button"
      className={styles.sensor}
      aria-current={chosen}
      onClick={() => choice.setState((c) => (c.sensor === sensor.id ? c : { sensor: sensor.id, lane: 0 }))}
    >
      <GestureMark sensor={sensor} />
      <span>
        <b>{sensor.name}</b>
        {sensor.lanes.length > 1 ? <LaneStrip sensor={sensor} /> : <LevelBar sensor={sensor} />}
        <SensorState sensor={sensor} />
      </span>
    </button>
  );
}

function SensorState({ sensor }: { sensor: Sensor }) {
  const guide = useLive((s) => s.tick?.guide ?? null);
  const chosen = useChoice((c) => c.sensor) === sensor.id;
  const takes = useTakesOf(sensor.id);
  const now = useSeconds();
  const word = () => {
    if (guide && chosen) return `${guide.role}, ${guide.done} of ${guide.wanted}`;
    const left = lanesLeft(sensor);
    if (left > 0) return `${left} of ${counted(sensor.lanes.length, 'lane')} to do`;
    const at = sensor.calibration?.measuredAt;
    if (at && now > 0)
      return (
        <>
          <span className={styles.measured}>measured </span>
          {agoWords(now - Date.parse(at))}
        </>
      );
    if (sensor.calibration) return 'measured';
    return takes.length > 0 ? `${counted(takes.length, 'take')}, not on the board yet` : 'to do';
  };
  return <small>{word()}</small>;
}
