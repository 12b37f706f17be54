'use client';

import Button from '@mui/material/Button';
import Snackbar from '@mui/material/Snackbar';
import SnackbarContent from '@mui/material/SnackbarContent';

/** What is said at the foot of the screen. */
export interface Notice {
  says: string;
  /** Something that the maker can do about it. */
  action?: { word: string; run: () => void };
}

/** Reading time: three seconds, and one for every twenty letters. */
const readingMs = (says: string) => 3000 + 50 * says.length;

/** One sentence over the foot strip, and what can be done about it. */
export function NoticeBar({ notice: { says, action }, close }: { notice: Notice; close: () => void }) {
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
