'use client';

import Button from '@mui/material/Button';
import Snackbar from '@mui/material/Snackbar';
import SnackbarContent from '@mui/material/SnackbarContent';
import { useStore } from 'zustand';
import { createStore } from 'zustand/vanilla';

interface Notice {
  says: string;
  /** Something that the maker can do about it. */
  action?: { word: string; run: () => void };
}

const store = createStore<{ shown: Notice | null; n: number }>(() => ({ shown: null, n: 0 }));

/** Says one sentence at the foot of the screen; a newer one takes its place. */
export const notify = (says: string, action?: Notice['action']): void =>
  store.setState(({ n }) => ({ shown: { says, action }, n: n + 1 }));

/** Reading time: three seconds, and one for every twenty letters. */
const readingMs = (says: string) => 3000 + 50 * says.length;

export function Notices() {
  const { shown, n } = useStore(store);
  const close = () => store.setState({ shown: null });
  if (!shown) return null;
  const { says, action } = shown;
  const button = action && (
    <Button
      color="inherit"
      onClick={() => {
        action.run();
        close();
      }}
    >
      {action.word}
    </Button>
  );
  return (
    <Snackbar
      key={n}
      open
      autoHideDuration={readingMs(says)}
      onClose={(_, reason) => reason !== 'clickaway' && close()}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      // Over the foot strip, as wide as the page: it covers no reading's middle.
      sx={{ left: '0 !important', right: '0 !important', bottom: '36px !important', width: '100%' }}
    >
      <SnackbarContent message={says} action={button} />
    </Snackbar>
  );
}
