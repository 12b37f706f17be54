'use client';

import { useEffect, useRef, useState } from 'react';
import type { Trial } from '@/core/prove/trials';
import { useInstrument, useLive, useSensor, useSession } from '../hooks/use-session';
import { notify } from '../parts/notice';
import { runTrial, type TrialDone, type TrialRun } from './run-trial';

/** Begins trials, lets them go on by themselves, and says what they came to. */
export function useTrialRun(done: (trial: Trial, came: TrialDone) => void): {
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
    if (records) return notify('A recording goes on: end it first (Listen, Space).');
    if (going.current) return;
    const own = new AbortController();
    going.current = own;
    setRun({ trial, step: 0, leftS: trial.steps[0].seconds });
    void runTrial(session, { instrument, sensor: sensor.id, trial }, setRun, own.signal)
      .then(
        (came) => done(trial, came),
        (error: Error) => notify(`The trial could not be scored: ${error.message}.`),
      )
      .finally(() => {
        going.current = null;
        setRun(null);
      });
  };
  return { run, begin, stop: () => going.current?.abort() };
}
