'use client';

import { useEffect, useMemo, useRef } from 'react';
import { useKey } from '../hooks/use-key';
import { useInstrument, useLive, useSensor, useSession } from '../hooks/use-session';
import type { Sensor } from '@/core/instrument/sensor';
import { levelPort } from '@/core/kinds/ports';
import type { Modes, Tick } from '@/workers/live-protocol';
import { laneReader } from '../parts/lane-values';
import { modeWords } from '../parts/mode-words';
import { LevelBar } from '../parts/level-bar';
import { LightStrip } from '../parts/light-strip';
import styles from './frame.module.css';

/** One sensor and one number, readable from across the room. */
export function OpenGlance() {
  const { choice, live } = useSession();
  const instrument = useInstrument();
  const { sensor, lane, column } = useSensor();
  const number = useRef<HTMLElement>(null);
  const { scenes, boards } = instrument;
  const board = boards.findIndex(({ id }) => id === sensor.board);
  const plays = useLive((s) => s.tick?.scenes[board] ?? 0);
  // Of all boards: what is heard of one is changed on another.
  const modes = useLive((s) => JSON.stringify(s.tick?.modes ?? []));
  const changed = useMemo(() => modeWords(instrument, JSON.parse(modes) as Modes[]), [instrument, modes]);
  const told = [...(scenes.length > 0 ? [scenes[plays]?.name ?? ''] : []), ...changed];
  const close = () => choice.setState({ glance: false });
  useKey('escape', close);
  const read = useMemo(() => laneReader(instrument, sensor), [instrument, sensor]);
  useEffect(
    () =>
      live.subscribe(({ tick }) => {
        if (!number.current || !tick) return;
        number.current.textContent = shownOf(tick, sensor, { column, lane, read });
      }),
    [live, sensor, lane, column, read],
  );
  return (
    <div className={styles.glance} role="dialog" aria-label={`${sensor.name} at a glance`} onClick={close}>
      <h2>{sensor.lanes.length > 1 ? `${sensor.name}, ${sensor.lanes[lane].id}` : sensor.name}</h2>
      <strong ref={number}>–</strong>
      <span>
        {levelPort(sensor, lane) === null && column < 0 ? '' : sensor.calibration ? 'of 127' : 'counts'}
      </span>
      <LevelBar sensor={sensor} lane={lane} large />
      <LightStrip />
      {told.length > 0 && (
        <p className={styles.scene}>
          {told.map((words) => (
            <span key={words}>{words}</span>
          ))}
        </p>
      )}
      <p>
        <kbd>G</kbd>, <kbd>Esc</kbd> or a click leads back
      </p>
    </div>
  );
}

interface Shown {
  column: number;
  lane: number;
  read: (tick: Tick, lane: number) => number;
}

/** The one number: how far it is played, its count where nothing was measured, a word for a contact. */
function shownOf(tick: Tick, sensor: Sensor, { column, lane, read }: Shown): string {
  if (column < 0 && levelPort(sensor, lane) === null) return tick.closed[lane] ? 'closed' : 'open';
  return String(sensor.calibration || column < 0 ? Math.round(127 * read(tick, lane)) : tick.counts[column]);
}
