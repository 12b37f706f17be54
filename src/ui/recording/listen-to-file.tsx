'use client';

import Button from '@mui/material/Button';
import { useKey } from '../hooks/use-key';
import { csvPreviewOf, type CsvPreview } from '@/core/exchange/takes/csv-columns';
import { LONGEST_CSV, TOO_LONG } from '@/core/exchange/takes/take-csv-words';
import { allColumns } from '@/core/instrument/access';
import { useInstrument } from '../hooks/use-session';
import { notify } from '../parts/notice';
import { useFilePicker } from '../parts/use-file-picker';

/** Lets a file be chosen, by button and by key, and looks at its beginning. */
export function ListenToFile({ set }: { set: (file: File, preview: CsvPreview) => void }) {
  const known = allColumns(useInstrument());
  const look = async (file: File) => {
    if (file.size > LONGEST_CSV) return notify(TOO_LONG);
    const preview = await csvPreviewOf(file, known);
    if (preview) set(file, preview);
    else
      notify(
        `There is no line of numbers at the beginning of ${file.name}. Nothing was read; check that it is the right file.`,
      );
  };
  const picker = useFilePicker('Recording to listen to', '.csv,.txt,.tsv,.log', ([file]) => {
    look(file).catch((error: unknown) => notify(`${file.name} cannot be read (${String(error)}).`));
  });
  useKey('l', picker.open);
  return (
    <>
      {picker.field}
      <Button variant="outlined" onClick={picker.open}>
        Listen to a file{'\u00a0'}
        <kbd>L</kbd>
      </Button>
    </>
  );
}
