'use client';

import Button from '@mui/material/Button';
import type { CsvPreview } from '@/core/exchange/takes/csv-columns';
import { useLive, useSession, useWorkspace } from '../hooks/use-session';
import { lengthWords } from '../parts/words';
import { ListenToFile } from '../recording/listen-to-file';
import styles from './listen.module.css';

/** What can be done with what the board brings. */
export function ListenTools({
  test,
  all,
  hold,
  look,
  together,
}: {
  test: () => void;
  all: () => void;
  hold: () => void;
  look: (file: File, preview: CsvPreview) => void;
  /** Whether all lanes are shown at once. */
  together: boolean;
}) {
  const session = useSession();
  const readOnly = useWorkspace((s) => s.readOnly);
  const recordingUs = useLive((s) => s.tick?.recordingUs ?? null);
  return (
    <div className={styles.tools}>
      {!readOnly && (
        <Button
          variant={recordingUs === null ? 'outlined' : 'contained'}
          color={recordingUs === null ? 'primary' : 'error'}
          onClick={() => session.record()}
        >
          {recordingUs === null ? 'Record' : `End, ${lengthWords(recordingUs / 1e6)}`}
          {'\u00a0'}
          <kbd>Space</kbd>
        </Button>
      )}
      <Button variant="outlined" onClick={hold}>
        Hold still{'\u00a0'}
        <kbd>H</kbd>
      </Button>
      <Button variant="outlined" onClick={test}>
        Test every input{'\u00a0'}
        <kbd>F</kbd>
      </Button>
      <Button variant="outlined" onClick={all}>
        {together ? 'One lane' : 'All at once'}
        {'\u00a0'}
        <kbd>J</kbd>
      </Button>
      <ListenToFile set={look} />
    </div>
  );
}
