'use client';

import { useInstrument, useLive, useSession, useWorkspace } from '../hooks/use-session';
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
      <span className={styles.word}>{note ?? words[0] ?? 'nothing sent yet'}</span>
      <span className={styles.word}>{note ? (words[0] ?? '') : ''}</span>
      <span>
        <code>{bytes}</code> bytes/s of {wireBytes(boards[0])}
      </span>
      <RecordButton />
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

/** Begins and ends a recording of everything, on any page; a tab that only looks on has none. */
function RecordButton() {
  const session = useSession();
  const readOnly = useWorkspace((s) => s.readOnly);
  const recordingUs = useLive((s) => s.tick?.recordingUs ?? null);
  if (readOnly) return null;
  return (
    <button type="button" data-recording={recordingUs !== null} onClick={() => session.record()}>
      {recordingUs === null ? 'Record all' : `End the recording, ${lengthWords(recordingUs / 1e6)}`}
    </button>
  );
}
