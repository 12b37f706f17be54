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
  useKey('h', () => (a === null ? hold(shaping.shown) : swap()));
  useKey('enter', prefer, { enabled: blind !== null, preventDefault: true });
  if (a === null) return null;
  const end = () => notify(trial.endBlind());
  const take = () => {
    shaping.set(a, 'A taken');
    hold(null);
  };
  return (
    <div className={styles.strip}>
      {SIDES.map((side) => {
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
      <kbd>H</kbd>
      {blind ? (
        <>
          <span>Play both. {counts(blind.votes)} chosen so far; which is which is told at the end.</span>
          <Button variant="outlined" onClick={prefer}>
            This one&nbsp;<kbd>Enter</kbd>
          </Button>
          <Button onClick={end}>End</Button>
        </>
      ) : (
        <>
          <span>
            {SIDES.map(
              (side) => `${side.toUpperCase()}: ${responseWords(side === 'a' ? a : shaping.shown)}`,
            ).join(' · ')}
          </span>
          <Button onClick={trial.beginBlind}>Choose blind</Button>
          <Button onClick={take}>Take A</Button>
          <Button onClick={() => hold(null)}>Keep B</Button>
        </>
      )}
    </div>
  );
}

const SIDES: readonly Side[] = ['a', 'b'];
const counts = ({ a, b }: { a: number; b: number }): string => (a + b === 0 ? 'None' : String(a + b));
