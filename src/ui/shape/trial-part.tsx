'use client';

import { Button } from '@mui/material';
import { useKey } from '../hooks/use-key';
import { notify } from '../parts/notice';
import type { Shaping } from './use-shape';
import { other, responseWords, type Side, type Trial } from './use-trial';
import styles from './shape.module.css';

/** Two responses against each other, by ear: held, swapped while they are played, chosen without knowing which. */
export function TrialPart({ shaping, trial }: { shaping: Shaping; trial: Trial }) {
  const { a, plays, blind, hold, swap, prefer } = trial;
  useKey('x', swap, { enabled: a !== null });
  useKey('enter', prefer, { enabled: blind !== null, preventDefault: true });
  if (a === null)
    return (
      <Button size="small" className={styles.fold} onClick={() => hold(shaping.shown)}>
        Hold this as A, to compare…
      </Button>
    );
  const end = () => notify(trial.endBlind());
  return (
    <div className={styles.trial}>
      <div className={styles.buttons}>
        {(['a', 'b'] as const).map((side) => {
          const is = blind ? (side === 'a' ? blind.first : other(blind.first)) : side;
          return (
            <Button
              key={side}
              variant={plays === is ? 'contained' : 'outlined'}
              aria-pressed={plays === is}
              onClick={() => plays !== is && swap()}
            >
              {blind ? (side === 'a' ? '1' : '2') : side.toUpperCase()}
            </Button>
          );
        })}
        <kbd>X</kbd>
      </div>
      {blind ? (
        <>
          <p className={styles.note}>
            Play both. {counts(blind.votes)} chosen so far; which is which is told at the end.
          </p>
          <div className={styles.buttons}>
            <Button variant="outlined" onClick={prefer}>
              This one&nbsp;<kbd>Enter</kbd>
            </Button>
            <Button onClick={end}>End</Button>
          </div>
        </>
      ) : (
        <>
          <p className={styles.note}>
            {(['a', 'b'] as Side[])
              .map((side) => `${side.toUpperCase()}: ${responseWords(side === 'a' ? a : shaping.shown)}`)
              .join(' · ')}
          </p>
          <div className={styles.buttons}>
            <Button onClick={trial.beginBlind}>Choose blind</Button>
            <Button
              onClick={() => {
                shaping.set(a, 'A taken');
                hold(null);
              }}
            >
              Take A
            </Button>
            <Button onClick={() => hold(null)}>Keep B</Button>
          </div>
        </>
      )}
    </div>
  );
}

const counts = ({ a, b }: { a: number; b: number }): string => (a + b === 0 ? 'None' : String(a + b));
