'use client';

import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { useEffect, useMemo, useRef, useState } from 'react';
import { leftOutSentence, LONGEST_CSV, TOO_LONG } from '@/core/exchange/take-csv';
import { counted } from '@/core/units/counted';
import { boardOf, columnsOfSensor } from '@/core/instrument/access';
import type { Sensor } from '@/core/instrument/sensor';
import { importTake } from '@/store/import-take';
import { storageWords } from '@/store/trouble';
import { AnalysisLink, Stopped } from '@/workers/analysis-link';
import { useInstrument, useSession } from '../hooks/use-session';
import { notify } from '../parts/notice';
import styles from './calibrate.module.css';

/** Takes that were recorded elsewhere, from CSV files; says of each what was kept. */
export function BringTakes({ sensor }: { sensor: Sensor }) {
  const file = useRef<HTMLInputElement>(null);
  const { reading, bringAll, stop } = useBringTakes(sensor);
  if (reading)
    return (
      <div className={styles.progress}>
        <LinearProgress
          variant="determinate"
          value={100 * reading.share}
          aria-label={`Reading ${reading.name}`}
        />
        <Button onClick={stop}>Stop reading {reading.name}</Button>
      </div>
    );
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
          const chosen = [...(e.target.files ?? [])];
          e.target.value = '';
          void bringAll(chosen);
        }}
      />
    </>
  );
}

/** Reads files in a worker of its own, so that it can be stopped, and keeps each as a take. */
function useBringTakes(sensor: Sensor) {
  const instrument = useInstrument();
  const { workspace } = useSession();
  const link = useMemo(() => new AnalysisLink(), []);
  const [reading, setReading] = useState<{ name: string; share: number } | null>(null);
  useEffect(() => () => link.stop(), [link]);

  const bring = async (chosen: File): Promise<string> => {
    const { name } = chosen;
    if (chosen.size > LONGEST_CSV) return TOO_LONG;
    setReading({ name, share: 0 });
    try {
      const progress = (share: number) => setReading({ name, share });
      const read = await link.readTake(
        chosen,
        boardOf(instrument, sensor).scanHz,
        columnsOfSensor(sensor),
        progress,
      );
      const kept = read.ok ? await importTake(read.value, name, instrument, sensor.id) : read;
      return kept.ok
        ? `kept as the ${kept.value.role} take, ${counted(kept.value.frames, 'frame')}. ${leftOutSentence(kept.value)}`
        : kept.faults[0].says;
    } catch (error) {
      return error instanceof Stopped ? 'stopped; nothing of it was kept.' : storageWords(error);
    }
  };
  const bringAll = async (files: readonly File[]) => {
    const says: string[] = [];
    for (const chosen of files) says.push(`${chosen.name}: ${await bring(chosen)}`);
    setReading(null);
    await workspace.reloadTakes();
    if (says.length > 0) notify(says.join(' '));
  };
  return { reading, bringAll, stop: () => link.stop() };
}
