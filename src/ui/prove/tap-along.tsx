'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { counted } from '@/core/units/counted';
import type { KeptRecording } from '@/store/database';
import { useKey } from '../hooks/use-key';
import { useLive, useSession } from '../hooks/use-session';
import type { MeantBy } from './use-proved';
import styles from './prove.module.css';

/** A recording is played again, and a key is tapped with each note that was meant. */
export function TapAlong({ recording, tell }: { recording: KeptRecording; tell: (meant: MeantBy) => void }) {
  const session = useSession();
  const replay = useLive((s) => s.tick?.replay ?? null);
  const [taps, setTaps] = useState<number[] | null>(null);
  const begin = () => {
    setTaps([]);
    void session.replay(recording);
  };
  const end = () => {
    void session.practise();
    if (taps && taps.length > 0) tell({ is: 'taps', marks: taps });
    setTaps(null);
  };
  const tap = () => replay && setTaps((own) => [...(own ?? []), replay.atUs]);
  useKey('enter', tap, { enabled: taps !== null, preventDefault: true });
  if (taps === null)
    return (
      <Button variant="outlined" onClick={begin}>
        Tap along
      </Button>
    );
  return (
    <span className={styles.bar} role="status">
      <Button variant="contained" onClick={end}>
        End, {counted(taps.length, 'tap')}
      </Button>
      <span className={styles.quiet}>
        It is played again: <kbd>Enter</kbd> with each note that was meant. How late your hand is does not
        count.
      </span>
    </span>
  );
}
