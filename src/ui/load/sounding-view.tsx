'use client';

import Link from 'next/link';
import { soundingOf } from '@/core/compile/sounding';
import { useInstrument, useSession } from '../hooks/use-session';
import { GestureMark } from '../parts/gesture-mark';
import styles from './load.module.css';

/** Which sensors the board will play, and why the others are silent, before anything is flashed. */
export function SoundingView() {
  const instrument = useInstrument();
  const { id, choice } = useSession();
  const all = soundingOf(instrument);
  return (
    <section className={styles.sounding} aria-label="What will sound">
      <h2>What will sound</h2>
      <ul>
        {all.map(({ sensor: own, sounds, because, at }) => {
          const sensor = instrument.sensors.find((s) => s.id === own)!;
          return (
            <li key={own} data-sounds={sounds}>
              <GestureMark sensor={sensor} width={36} />
              <b>{sensor.name}</b>
              <span>
                {sounds === 'none' ? 'silent: ' : ''}
                {because}
              </span>
              {at && (
                <Link href={`/i/${id}/${at}`} onClick={() => choice.setState({ sensor: own, lane: 0 })}>
                  {at === 'calibrate' ? 'Calibrate' : 'Give it a voice'}
                </Link>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
