'use client';

import { useInstrument, useLive, useSession } from '../hooks/use-session';
import { lengthWords, wireBytes } from '../parts/words';
import { OutMenu } from './out-menu';
import styles from './frame.module.css';

/** Last events as words, bytes a second, sound, and Silence. */
export function FootStrip() {
  const session = useSession();
  const [note] = useLive((s) => s.notes);
  const { boards } = useInstrument();
  const words = useLive((s) => s.words);
  const bytes = useLive((s) => s.tick?.bytesPerSecond ?? 0);
  return (
    <footer className={styles.foot}>
      <div>
        <span className={styles.word}>{note ?? words[0] ?? 'nothing sent yet'}</span>
        <span className={styles.word}>{note ? (words[0] ?? '') : ''}</span>
        <span>
          <code>{bytes}</code> bytes/s of {wireBytes(boards[0])}
        </span>
        <EndRecording />
        <OutMenu />
        <button type="button" onClick={() => session.choice.setState({ glance: true })}>
          <kbd>G</kbd> glance
        </button>
        <button type="button" onClick={() => session.choice.setState({ keys: true })}>
          <kbd>?</kbd> keys
        </button>
      </div>
      <button type="button" className={styles.silence} onClick={() => session.silence()}>
        Silence <kbd>Esc</kbd>
      </button>
    </footer>
  );
}

/** Ends a recording that goes on, from any page. */
function EndRecording() {
  const session = useSession();
  const recordingUs = useLive((s) => s.tick?.recordingUs ?? null);
  if (recordingUs === null) return null;
  return (
    <button type="button" className={styles.recording} onClick={() => session.record()}>
      End the recording, {lengthWords(recordingUs / 1e6)}
    </button>
  );
}
