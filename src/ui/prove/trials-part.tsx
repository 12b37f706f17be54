'use client';

import Button from '@mui/material/Button';
import { useCallback, useState } from 'react';
import { REST_TRIAL } from '@/core/prove/trial-rest';
import { TRIALS, type Trial, type TrialScore } from '@/core/prove/trials';
import type { KeptTrial } from '@/store/database';
import { useKey } from '../hooks/use-key';
import { useSensor, useWorkspace } from '../hooks/use-session';
import { useTrials } from '../hooks/use-trials';
import { shortScore } from '../parts/trial-words';
import { SensorTrace } from '../parts/sensor-trace';
import { dayWords } from '../parts/words';
import { Care } from '../parts/care';
import { TrialHistory } from './trial-history';
import type { TrialDone, TrialRun } from './run-trial';
import { useTrialRun } from './use-trial-run';
import styles from './prove.module.css';

/** What hands can do, hands-free: each with its best and its last. */
export function TrialsPart({ look }: { look: (recording: string) => void }) {
  const { sensor } = useSensor();
  const readOnly = useWorkspace((s) => s.readOnly);
  const { trials: kept, reload } = useTrials();
  const [chosen, choose] = useState<Trial>(TRIALS[1]);
  const [came, tell] = useState<{ says: string; recording: string } | null>(null);
  const done = useCallback(
    (trial: Trial, { score, recording }: TrialDone) => {
      const words = score
        ? scoreWords(trial, score)
        : 'nothing that can sound was played, so there is no score';
      tell({ says: `${trial.name}: ${words}.`, recording });
      reload();
    },
    [reload],
  );
  const { run, begin, stop } = useTrialRun(done);
  useKey('space', () => (run ? stop() : begin(chosen)), { enabled: !readOnly, preventDefault: true });
  if (run) return <Prompt run={run} stop={stop} />;
  const own = kept.filter((own) => own.sensor === sensor.id);
  return (
    <>
      <p className={styles.quiet}>
        It begins and goes on by itself, and is kept as a recording. What is scored is how much of what you
        play is answered by one right note: practice for you, proof for {sensor.name}.
      </p>
      {came && (
        <p role="status" className={styles.bar}>
          <span>{came.says}</span>
          <Button variant="outlined" onClick={() => look(came.recording)}>
            Look at it
          </Button>
        </p>
      )}
      <div className={styles.trials} role="group" aria-label="Trials">
        {TRIALS.map((trial) => {
          const scores = own.filter((k) => k.trial === trial.id);
          return (
            <button
              key={trial.id}
              type="button"
              aria-pressed={trial === chosen}
              onClick={() => choose(trial)}
            >
              <span>{trial.name}</span>
              <b>{lastWords(scores)}</b>
              <small>
                {trial.says}
                {scores.length > 1 ? `; best ${shortScore(bestOf(scores))}` : ''}
              </small>
            </button>
          );
        })}
      </div>
      <div className={styles.bar}>
        <Button variant="contained" disabled={readOnly} onClick={() => begin(chosen)}>
          Begin: {chosen.name}&nbsp;<kbd>Space</kbd>
        </Button>
        <Care>Repeated strikes strain wrists, and breath tires: pause between trials.</Care>
      </div>
      <TrialHistory trial={chosen} scores={own.filter((k) => k.trial === chosen.id)} />
    </>
  );
}

/** One instruction and one number, readable from two metres, and the sensor as it moves. */
function Prompt({ run: { trial, step, leftS }, stop }: { run: TrialRun; stop: () => void }) {
  const { sensor, column } = useSensor();
  const { says } = trial.steps[step];
  return (
    <section className={styles.prompt}>
      <div>
        <h2 aria-live="polite">{says}</h2>
        <strong>{Math.ceil(leftS)}</strong>
        <p>
          {trial.name}, {step + 1} of {trial.steps.length}
        </p>
      </div>
      <div>
        <SensorTrace sensor={sensor} column={column} overlay={NOTHING} height="24vh" />
      </div>
      <Button variant="outlined" onClick={stop}>
        End it&nbsp;<kbd>Space</kbd>
      </Button>
    </section>
  );
}
const NOTHING = () => ({});

const percent = (share: number) => `${Math.round(100 * share)} %`;

const scoreWords = (trial: Trial, { score, interval: { low, high }, of }: TrialScore): string =>
  trial.id === REST_TRIAL
    ? `${score.toFixed(1)} phantom notes a minute; it may truly be ${low.toFixed(1)} to ${high.toFixed(1)}`
    : `${percent(score)} of ${of}; it may truly be ${percent(low)} to ${percent(high)}`;

const bestOf = (scores: readonly KeptTrial[]): KeptTrial =>
  scores.reduce((best, own) => {
    const better = own.trial === REST_TRIAL ? own.score < best.score : own.score > best.score;
    return better ? own : best;
  });

const lastWords = (scores: readonly KeptTrial[]): string => {
  const last = scores.at(-1);
  return last ? `${shortScore(last)}, ${dayWords(last.at)}` : 'not tried';
};
