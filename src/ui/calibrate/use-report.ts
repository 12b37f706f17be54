'use client';

import { useEffect, useState } from 'react';
import type { LevelReport } from '@/core/ways/level/report';
import type { Report } from '@/core/calibrate/report';
import { boardOf } from '@/core/instrument/access';
import type { Sensor } from '@/core/instrument/sensor';
import { measuredBy } from '@/store/standing';
import { loadTakes } from '@/store/takes';
import { analysisLink, Stopped } from '@/workers/analysis-link';
import { useInstrument, useKeptTakesOf } from '../hooks/use-session';
import { sentence } from '../parts/words';

export interface Working {
  report: Report | null;
  /** One sentence on why these takes cannot be calibrated from, or null. */
  refused: string | null;
  /** 0 … 1 while computing; null when idle. */
  progress: number | null;
}

const NOTHING_YET: Working = { report: null, refused: null, progress: 0 };

/** The report of a sensor's takes, computed in the analysis worker whenever they, or its lanes, change. */
export function useReport(sensor: Sensor): Working & { stop: () => void } {
  const instrument = useInstrument();
  const takes = useKeptTakesOf(sensor.id);
  const ids = measuredBy(takes)
    .map((t) => t.id)
    .join();
  const { bits } = boardOf(instrument, sensor);
  const asked = JSON.stringify([ids, sensor.id, sensor.name, sensor.kind, sensor.lanes, bits, sensor.facts]);
  const [working, setWorking] = useState<Working & { asked: string }>({ asked: '', ...NOTHING_YET });
  useEffect(() => {
    const [list, id, name, kind, lanes, bits, facts] = JSON.parse(asked);
    if (list === '') return;
    let current = true;
    // A report of other takes must never be taken for one of these.
    const tell = (w: Partial<Working>) =>
      current &&
      setWorking((before) => ({ ...(before.asked === asked ? before : NOTHING_YET), asked, ...w }));
    const job = { board: { bits }, sensor: { id, name, kind, lanes, facts: facts ?? undefined } };
    void analyse(list.split(','), job, (share) => tell({ progress: share })).then(
      (done) => tell({ ...done, progress: null }),
      (error: unknown) =>
        tell({
          refused:
            error instanceof Stopped
              ? 'Stopped. The takes are kept.'
              : `The analysis stopped (${String(error)}). The takes are kept; press Space to play them again.`,
          progress: null,
        }),
    );
    return () => {
      current = false;
    };
  }, [asked]);
  const stop = () => analysisLink.stop();
  if (ids === '') return { report: null, refused: null, progress: null, stop };
  return { ...(working.asked === asked ? working : NOTHING_YET), stop };
}

/** The same for a sensor that is measured as a level; no report for any other. */
export function useLevelReport(
  sensor: Sensor,
): Omit<Working, 'report'> & { report: LevelReport | null; stop: () => void } {
  const working = useReport(sensor);
  return { ...working, report: working.report?.is === 'level' ? working.report : null };
}

async function analyse(
  ids: string[],
  job: Omit<Parameters<typeof analysisLink.calibrate>[0], 'takes'>,
  progress: (share: number) => void,
): Promise<Pick<Working, 'report' | 'refused'>> {
  const result = await analysisLink.calibrate({ ...job, takes: await loadTakes(ids) }, progress);
  return result.ok
    ? { report: result.value, refused: null }
    : { report: null, refused: `${sentence(result.faults[0].says)}.` };
}
