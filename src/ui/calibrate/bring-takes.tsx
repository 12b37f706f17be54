'use client';

import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { Sensor } from '@/core/instrument/sensor';
import { useFilePicker } from '../parts/use-file-picker';

/** Fetched with the first files: no first load carries it. */
const ReadingTakes = dynamic(() => import('./reading-takes').then((m) => m.ReadingTakes));

/** Takes that were recorded elsewhere, from CSV files. */
export function BringTakes({ sensor }: { sensor: Sensor }) {
  const [files, setFiles] = useState<readonly File[]>([]);
  const picker = useFilePicker('Take files', '.csv,.txt,text/csv', setFiles, true);
  const done = () => setFiles([]);
  return (
    <>
      {files.length > 0 ? (
        <ReadingTakes sensor={sensor} files={files} done={done} />
      ) : (
        <Button onClick={picker.open}>Bring takes in, CSV</Button>
      )}
      {picker.field}
    </>
  );
}
