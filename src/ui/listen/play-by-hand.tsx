'use client';

import { useRef } from 'react';
import { useInstrument, useSession } from '../hooks/use-session';
import styles from './listen.module.css';

/** Furthest pressure of the hand's strip, kPa. */
const FURTHEST_KPA = 2.8;

/** A strip to play the practice board with the pointer: middle is rest, right pushes, left draws. */
export function PlayByHand() {
  const session = useSession();
  const { sensors } = useInstrument();
  const strip = useRef<HTMLDivElement>(null);
  const press = (e: React.PointerEvent) => {
    const box = strip.current!.getBoundingClientRect();
    const share = (2 * (e.clientX - box.left)) / box.width - 1;
    session.say({ is: 'press', kpa: FURTHEST_KPA * Math.max(-1, Math.min(1, share)) });
  };
  const letGo = () => session.say({ is: 'press', kpa: null });
  const verb = sensors[0].verb ?? 'blow';
  return (
    <section className={styles.hand}>
      <h2>Play the practice board yourself</h2>
      <div
        ref={strip}
        className={styles.strip}
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId);
          press(e);
        }}
        onPointerMove={(e) => e.buttons > 0 && press(e)}
        onPointerUp={letGo}
        onPointerCancel={letGo}
      >
        <span>draw</span>
        <span>rest</span>
        <span>{verb}</span>
      </div>
      <p className={styles.note}>
        Press and slide, or hold <kbd>Z</kbd> soft, <kbd>X</kbd> medium, <kbd>C</kbd> loud; with{' '}
        <kbd>Shift</kbd> it draws.
      </p>
    </section>
  );
}
