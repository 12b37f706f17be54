'use client';

import { useEffect, useMemo, useRef, useState } from 'react';
import type { ReadTake } from '@/core/exchange/takes/take-csv';
import { leftOutSentence, LONGEST_CSV, TOO_LONG } from '@/core/exchange/takes/take-csv-words';
import { counted } from '@/core/units/counted';
import { boardOf, columnsOfSensor } from '@/core/instrument/access';
import type { Sensor } from '@/core/instrument/sensor';
import type { Role } from '@/core/signal/take';
import { importTake, MATCH_BY_ORDER } from '@/store/import-take';
import { storageWords } from '@/store/trouble';
import { AnalysisLink, Stopped } from '@/workers/analysis-link';
import { useInstrument, useSession } from '../hooks/use-session';
import { notify } from '../parts/notice';
import { Computing } from './computing';

/** Reads take files, says of each what was kept, and is done. */
export function ReadingTakes({
  sensor,
  files,
  done,
}: {
  sensor: Sensor;
  files: readonly File[];
  done: () => void;
}) {
  const { reading, bringAll, stop } = useBringTakes(sensor);
  const begun = useRef(false);
  useEffect(() => {
    if (begun.current) return;
    begun.current = true;
    void bringAll(files).finally(done);
  }, [bringAll, files, done]);
  if (!reading) return null;
  return (
    <Computing
      share={reading.share}
      stop={stop}
      what={`Reading ${reading.name}`}
      word={`Stop reading ${reading.name}`}
    />
  );
}

/** What came of a file; `inOrder` keeps it although its columns have other names than the lanes. */
interface Brought {
  says: string;
  inOrder?: () => Promise<void>;
}

/** Reads files in a worker of its own, so that it can be stopped, and keeps each as a take. */
function useBringTakes(sensor: Sensor) {
  const instrument = useInstrument();
  const { workspace } = useSession();
  const link = useMemo(() => new AnalysisLink(), []);
  const [reading, setReading] = useState<{ name: string; share: number } | null>(null);
  useEffect(() => () => link.stop(), [link]);

  const came = ({ id, role }: { id: string; role: Role }) =>
    workspace.came('takes', id, `${role} take of ${sensor.name} brought in`);

  const byOrder = async (name: string, take: ReadTake) => {
    const kept = await importTake(take, name, instrument, sensor.id, { byOrder: true });
    if (!kept.ok) return notify(kept.faults[0].says);
    await workspace.reloadTakes();
    came(kept.value);
  };

  const bring = async (chosen: File): Promise<Brought> => {
    const { name } = chosen;
    if (chosen.size > LONGEST_CSV) return { says: TOO_LONG };
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
      if (kept.ok) {
        const { role, frames } = kept.value;
        came(kept.value);
        return {
          says: `kept as the ${role} take, ${counted(frames, 'frame')}. ${leftOutSentence(kept.value)}`,
        };
      }
      const { says, path } = kept.faults[0];
      return {
        says,
        inOrder: read.ok && path === MATCH_BY_ORDER ? () => byOrder(name, read.value) : undefined,
      };
    } catch (error) {
      return { says: error instanceof Stopped ? 'stopped; nothing of it was kept.' : storageWords(error) };
    }
  };
  const bringAll = async (files: readonly File[]) => {
    const says: string[] = [];
    const inOrder: (() => Promise<void>)[] = [];
    for (const chosen of files) {
      const brought = await bring(chosen);
      says.push(`${chosen.name}: ${brought.says}`);
      if (brought.inOrder) inOrder.push(brought.inOrder);
    }
    setReading(null);
    await workspace.reloadTakes();
    if (says.length === 0) return;
    const run = () =>
      void Promise.all(inOrder.map((take) => take())).catch((e: unknown) => notify(storageWords(e)));
    notify(says.join(' '), inOrder.length > 0 ? { word: 'Take them in their order', run } : undefined);
  };
  return { reading, bringAll, stop: () => link.stop() };
}
