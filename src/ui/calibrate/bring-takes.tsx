'use client';

import Button from '@mui/material/Button';
import { useRef } from 'react';
import { leftOutSentence } from '@/core/exchange/take-csv';
import { counted } from '@/core/units/counted';
import type { Sensor } from '@/core/instrument/document';
import { importTake } from '@/store/import-take';
import { storageWords } from '@/store/trouble';
import { useInstrument, useSession } from '../hooks/use-session';
import { notify } from '../parts/notice';

/** Takes that were recorded elsewhere, from CSV files; says of each what was kept. */
export function BringTakes({ sensor }: { sensor: Sensor }) {
  const instrument = useInstrument();
  const { workspace } = useSession();
  const file = useRef<HTMLInputElement>(null);
  const bring = async (chosen: File): Promise<string> => {
    try {
      const kept = await importTake(await chosen.text(), chosen.name, instrument, sensor.id);
      return kept.ok
        ? `${chosen.name}: kept as the ${kept.value.role} take, ${counted(kept.value.frames, 'frame')}. ${leftOutSentence(kept.value)}`
        : `${chosen.name}: ${kept.faults[0].says}`;
    } catch (error) {
      return `${chosen.name}: ${storageWords(error)}`;
    }
  };
  const bringAll = async (files: FileList | null) => {
    const says: string[] = [];
    for (const chosen of files ?? []) says.push(await bring(chosen));
    await workspace.reloadTakes();
    if (says.length > 0) notify(says.join(' '));
  };
  return (
    <>
      <Button onClick={() => file.current?.click()}>Bring takes in, CSV</Button>
      <input
        ref={file}
        type="file"
        accept=".csv,.txt,text/csv"
        multiple
        hidden
        aria-label="Take files"
        onChange={(e) => {
          void bringAll(e.target.files).finally(() => (e.target.value = ''));
        }}
      />
    </>
  );
}
