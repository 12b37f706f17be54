'use client';

import { useLive, useSession } from '../hooks/use-session';
import { OutMenu } from './out-menu';
import styles from './frame.module.css';

/** The bytes a second that a MIDI cable carries: 31 250 baud, ten bits a byte. */
const CABLE_BYTES = 3125;

/** Last events as words, bytes a second, sound, and Silence. */
export function FootStrip() {
  const session = useSession();
  const note = useLive((s) => s.note);
  const words = useLive((s) => s.words);
  const bytes = useLive((s) => s.tick?.bytesPerSecond ?? 0);
  return (
    <footer className={styles.foot}>
      <span className={styles.word}>{note ?? words[0] ?? 'nothing sent yet'}</span>
      <span className={styles.word}>{note ? (words[0] ?? '') : ''}</span>
      <span>
        <code>{bytes}</code> bytes/s of {CABLE_BYTES}
      </span>
      <OutMenu />
      <button type="button" onClick={() => session.choice.setState({ glance: true })}>
        <kbd>G</kbd> glance
      </button>
      <button type="button" onClick={() => session.choice.setState({ keys: true })}>
        <kbd>?</kbd> keys
      </button>
      <button type="button" className={styles.silence} onClick={() => session.silence()}>
        Silence <kbd>Esc</kbd>
      </button>
    </footer>
  );
}
