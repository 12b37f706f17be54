'use client';

import { responseAt } from '@/core/instrument/access';
import { withDown } from '@/core/instrument/down-side';
import type { Sensor } from '@/core/instrument/sensor';
import { lanesOfSource } from '@/core/kinds/ports';
import { levelOf } from '@/core/ways/registry';
import { useChangeSensor } from '../hooks/use-change-sensor';
import { Pick } from '../parts/pick';
import { withAnswer, type Aim, type Shaping } from './use-shape';
import styles from './shape.module.css';

/** Which port and which lane is shaped, where there are several. */
export function Which({
  shaping: { sensor, port, lane, lanes },
  ports,
  choose,
  setLane,
}: {
  shaping: Shaping;
  ports: readonly string[];
  choose: (port: string) => void;
  setLane: (lane: string | null) => void;
}) {
  const own = new Set(sensor.responses.filter((r) => r.port === port && r.lane).map((r) => r.lane));
  if (ports.length < 2 && lanes.length < 2) return null;
  return (
    <div className={styles.two}>
      {ports.length > 1 && (
        <Pick
          label="What of it"
          labelled
          value={port}
          set={choose}
          options={Object.fromEntries(ports.map((p) => [p, p]))}
        />
      )}
      {lanes.length > 1 && (
        <Pick
          label="Lanes"
          labelled
          value={lane ?? ''}
          set={(id) => setLane(id === '' ? null : id)}
          options={{
            '': 'all lanes',
            ...Object.fromEntries(lanes.map((id) => [id, own.has(id) ? `${id}, its own` : id])),
          }}
        />
      )}
    </div>
  );
}

export const isTwoSided = (sensor: Sensor, port: string): boolean =>
  lanesOfSource(sensor, { port }).some((place) => Boolean(levelOf(sensor, place, port)?.down));

/** Whether both sides of rest answer alike. */
export function Sides({
  shaping: { sensor, port, lane, side },
  setSide,
}: {
  shaping: Shaping;
  setSide: (side: Aim['side']) => void;
}) {
  const changeSensor = useChangeSensor();
  const choose = (next: string) => {
    const before = responseAt(sensor, port, lane ?? undefined);
    // Until it is bent, the down side is what the up side is.
    const down = next === '' ? null : (before.down ?? before);
    changeSensor(sensor.id, next === '' ? 'sides alike' : 'sides apart', (s) =>
      withAnswer(s, port, lane, withDown(before, down)),
    );
    setSide(next === '' ? null : (next as 'up' | 'down'));
  };
  return (
    <Pick
      label="Sides of rest"
      labelled
      value={side ?? ''}
      set={choose}
      options={{ '': 'both alike', up: 'the up side alone', down: 'the down side alone' }}
    />
  );
}
