'use client';

import { useSensor, useTakesOf, useWorkspace } from '../hooks/use-session';
import { useSeconds } from '../hooks/use-seconds';
import { agoWords, lengthWords } from '../parts/words';
import { shownOf, shownOfTake, type Shown } from './shown';
import styles from './recording.module.css';

/** The instrument's recordings, the newest first, and the takes of the chosen sensor; one press opens one. */
export function RecordingsList({ show }: { show: (shown: Shown) => void }) {
  const recordings = useWorkspace((s) => s.recordings);
  const { sensor } = useSensor();
  const takes = useTakesOf(sensor.id);
  const now = useSeconds();
  const ago = (at: string) => (now > 0 ? agoWords(now - Date.parse(at)) : '');
  return (
    <>
      {recordings.length > 0 && (
        <section className={styles.kept} aria-label="Recordings">
          <h2>Recordings</h2>
          <ul className={styles.list}>
            {recordings.map((r) => (
              <li key={r.id}>
                <button type="button" onClick={() => show(shownOf(r))}>
                  <b>{r.name}</b>
                  <span>{r.whole ? lengthWords(r.seconds) : 'cut off'}</span>
                  <span>{ago(r.at)}</span>
                  <span>{[...r.tags, r.notes].filter(Boolean).join(', ')}</span>
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
      {takes.length > 0 && (
        <section className={styles.takes} aria-label={`Takes of ${sensor.name}`}>
          <h2>Takes of {sensor.name.toLowerCase()}</h2>
          {takes.map((take) => (
            <button key={take.id} type="button" onClick={() => show(shownOfTake(take, sensor.name))}>
              {take.role}
            </button>
          ))}
        </section>
      )}
    </>
  );
}
