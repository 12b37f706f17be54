'use client';

import type { ButtonState } from '@/workers/live-protocol';
import { useLive } from '../hooks/use-session';
import styles from './frame.module.css';

const SAYS: Record<ButtonState['is'], string> = {
  rest: 'Button held: let everything rest until the light stays on.',
  play: 'Rest is measured. Play as loudly as is comfortable, all that you want measured; then let the button go.',
  taken: 'Taken: rest of all, reach of what you played. Ctrl+Z puts it back.',
  refused:
    'Refused, and all is as it was: it did not rest, a wire was off, or you hardly played. Hold the button again.',
};

/** What the button on the instrument is at, and its light: on every page while it is held. */
export function ButtonStrip() {
  const is = useLive((s) => s.tick?.button?.is ?? null);
  const lit = useLive((s) => s.tick?.button?.lit ?? false);
  if (is === null) return null;
  return (
    <section className={styles.button} aria-label="Button on the instrument">
      <span className={lit ? styles.lit : styles.light} aria-hidden="true" />
      <p role="status">{SAYS[is]}</p>
    </section>
  );
}
