'use client';

import { useWorkspace } from '../hooks/use-session';
import { useSeconds } from '../hooks/use-seconds';
import { agoWords, lengthWords } from '../parts/words';
import { shownOf, type Shown } from './recording-view';
import styles from './recording.module.css';

/** The instrument's recordings, the newest first; one press opens one. */
export function RecordingsList({ show }: { show: (shown: Shown) => void }) {
  const recordings = useWorkspace((s) => s.recordings);
  const now = useSeconds();
  if (recordings.length === 0) return null;
  return (
    <section className={styles.kept} aria-label="Recordings">
      <h2>Recordings</h2>
      <ul className={styles.list}>
        {recordings.map((r) => (
          <li key={r.id}>
            <button type="button" onClick={() => show(shownOf(r))}>
              <b>{r.name}</b>
              <span>{r.whole ? lengthWords(r.seconds) : 'cut off'}</span>
              <span>{now > 0 ? agoWords(now - Date.parse(r.at)) : ''}</span>
              <span>{[...r.tags, r.notes].filter(Boolean).join(', ')}</span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
