'use client';

import { useMemo } from 'react';
import { logLines, takeLines, type LogLine } from '@/core/exchange/record/log-lines';
import { TRIALS } from '@/core/prove/trials';
import { counted } from '@/core/units/counted';
import { useCheckUps } from '../hooks/use-check-ups';
import { useInstrument, useWorkspace } from '../hooks/use-session';
import { useTrials } from '../hooks/use-trials';
import { shortScore } from '../parts/trial-words';

/** The whole record, the newest first: the document's log, and takes, recordings, trials and check-ups that are kept. */
export function useLogLines(): LogLine[] {
  const { log, sensors } = useInstrument();
  const takes = useWorkspace((s) => s.takes);
  const recordings = useWorkspace((s) => s.recordings);
  const { trials } = useTrials();
  const checkUps = useCheckUps();
  return useMemo(() => {
    const nameOf = (sensor: string) => sensors.find(({ id }) => id === sensor)?.name ?? sensor;
    const trialName = (trial: string) => TRIALS.find(({ id }) => id === trial)?.name ?? trial;
    return logLines(log, [
      ...takeLines(takes.map(({ at, role, sensor }) => ({ at, role, of: nameOf(sensor) }))),
      ...recordings.map(({ at, name, seconds }): LogLine => ({
        at,
        is: 'recording',
        says: `Recording ${name}, ${seconds.toFixed(0)} s`,
      })),
      ...trials.map((t): LogLine => ({
        at: t.at,
        is: 'trial',
        says: `Trial ${trialName(t.trial)} on ${nameOf(t.sensor)}: ${shortScore(t)}`,
      })),
      ...checkUps.map(({ at, lanes, celsius, humidity }): LogLine => ({
        at,
        is: 'check-up',
        says: `Check-up of ${counted(lanes.length, 'lane')}${roomWords(celsius, humidity)}`,
      })),
    ]);
  }, [log, sensors, takes, recordings, trials, checkUps]);
}

const roomWords = (celsius?: number, humidity?: number): string =>
  [
    ...(celsius === undefined ? [] : [`, ${celsius} °C`]),
    ...(humidity === undefined ? [] : [`, ${humidity} %`]),
  ].join('');
