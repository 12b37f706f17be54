'use client';

import { useEffect, useRef, useState } from 'react';
import type { Trial, TrialScore } from '@/core/prove/trials';
import { useInstrument, useLive, useSensor, useSession } from '../hooks/use-session';
import { runTrial, type TrialRun } from './run-trial';

/** Begins trials, lets them go on by themselves, and says what they came to. @param done told null where nothing was played */
export function useTrialRun(done: (trial: Trial, score: TrialScore | null) => void): {
  run: TrialRun | null;
  begin: (trial: Trial) => void;
  stop: () => void;
} {
  const session = useSession();
  const instrument = useInstrument();
  const { sensor } = useSensor();
  const records = useLive((s) => (s.tick?.recordingUs ?? null) !== null);
  const [run, setRun] = useState<TrialRun | null>(null);
  const going = useRef<AbortController | null>(null);
  useEffect(() => () => going.current?.abort(), []);
  const begin = (trial: Trial) => {
    if (records || going.current) return;
    const own = new AbortController();
    going.current = own;
    setRun({ trial, step: 0, leftS: trial.steps[0].seconds });
    void runTrial(session, { instrument, sensor: sensor.id, trial }, setRun, own.signal)
      .then((score) => done(trial, score))
      .finally(() => {
        going.current = null;
        setRun(null);
      });
  };
  return { run, begin, stop: () => going.current?.abort() };
}
