'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import type { GuideStep } from '@/core/guide/guide';
import { kindOf } from '@/core/kinds/registry';
import type { Role } from '@/core/signal/take';
import { counted } from '@/core/units/counted';
import { wantsShaping } from '../parts/shaped';
import { useSensor, useSession } from '../hooks/use-session';
import { Headline } from '../parts/station';

/** What to do now: begin, go on with a run that was stopped, accept what is proposed, or go to the next station. */
export function CalibrateHeadline({
  waits,
  measured,
  goesOnWith,
  played = null,
  begin,
  accept,
}: {
  waits: boolean;
  measured: boolean;
  /** The take that a run which was stopped goes on with, or null. */
  goesOnWith: Role | null;
  /** What of that take there is already, as a sentence. */
  played?: string | null;
  begin: () => void;
  accept: () => void;
}) {
  const { id } = useSession();
  const { sensor } = useSensor();
  const { steps } = kindOf(sensor);
  if (waits)
    return (
      <Headline
        says="Read it, then accept."
        under={
          goesOnWith ? (
            <>
              Or go on with the {goesOnWith} take first: <kbd>Space</kbd>
            </>
          ) : (
            'Nothing is changed on the instrument before you do.'
          )
        }
        side={
          <Button variant="contained" onClick={accept}>
            Accept&nbsp;<kbd>Enter</kbd>
          </Button>
        }
      />
    );
  if (measured)
    return (
      <Headline
        says={`${sensor.name}: calibrated.`}
        under={
          <>
            {wantsShaping(sensor) ? (
              <>
                Next, <Link href={`/i/${id}/shape`}>shape</Link> its response <kbd>4</kbd>
              </>
            ) : (
              <>
                Next, what it <Link href={`/i/${id}/voice`}>plays</Link> <kbd>5</kbd>
              </>
            )}
          </>
        }
        side={
          <Button variant="outlined" onClick={begin}>
            {goesOnWith ? `Go on with ${goesOnWith}` : 'Measure again'}&nbsp;<kbd>Space</kbd>
          </Button>
        }
      />
    );
  return (
    <Headline
      says={
        goesOnWith
          ? `Press Space to go on with ${goesOnWith}.`
          : steps[0].role === 'rest'
            ? 'Press Space, then let it rest.'
            : 'Press Space, then play it.'
      }
      under={
        goesOnWith
          ? `${played ?? ''} What you played before is kept.`.trim()
          : `${counted(steps.length, 'short take')}, ${runWords(steps)}. Your hands stay on the instrument.`
      }
      side={
        <Button variant="contained" onClick={begin}>
          {goesOnWith ? 'Go on' : 'Begin'}&nbsp;<kbd>Space</kbd>
        </Button>
      }
    />
  );
}

/** Time that a gesture takes, with the pause after it, s. (Common practice, no source.) */
const GESTURE_S = 1.5;

/** About how long a guided run takes. */
function runWords(steps: readonly GuideStep[]): string {
  const seconds = steps.reduce(
    (sum, { seconds, gestures }) => sum + (seconds ?? GESTURE_S * (gestures ?? 0)),
    0,
  );
  return seconds < 50
    ? `about ${5 * Math.ceil(seconds / 5)} s`
    : `about ${counted(Math.round(seconds / 60), 'minute')}`;
}
