'use client';

import { useEffect, useState } from 'react';
import { SelfTest as Test, type TestView } from '@/core/listen/self-test';
import type { Tick } from '@/workers/live-protocol';
import { useInstrument, useSession } from '../hooks/use-session';
import { Headline } from '../parts/station';
import { PlaySurface } from '../parts/play-surface';
import styles from './listen.module.css';

/** Least and greatest count of each column since the tick before. */
function reachOf({ counts, columns }: Tick): number[] {
  const reach = counts.flatMap((c) => [c, c]);
  for (let i = 0; i < columns.length; i++) {
    const at = i % reach.length;
    reach[at] = at % 2 === 0 ? Math.min(reach[at], columns[i]) : Math.max(reach[at], columns[i]);
  }
  return reach;
}

/** Every input ticks itself off as it is moved alone; nothing needs the mouse. */
export function SelfTest({ leave }: { leave: () => void }) {
  const session = useSession();
  const instrument = useInstrument();
  const [view, setView] = useState<TestView | null>(null);
  useEffect(() => {
    const test = new Test(instrument);
    return session.live.subscribe(({ tick }, before) => {
      if (tick && tick !== before.tick) setView({ ...test.look(tick.tUs, reachOf(tick), tick.closed) });
    });
  }, [session, instrument]);
  const done = view?.inputs.filter((i) => i.done).length ?? 0;
  return (
    <>
      <Headline
        says={view?.says ?? 'Waiting for the board.'}
        under={
          <>
            {done} of {view?.inputs.length ?? 0} inputs are there. <kbd>F</kbd> ends the test.
          </>
        }
        side={
          <button type="button" className={styles.leave} onClick={leave}>
            End the test
          </button>
        }
      />
      <ol className={styles.inputs} aria-label="Inputs">
        {view?.inputs.map((input, i) => (
          <li key={`${input.sensor} ${input.lane}`} data-done={input.done} data-moving={view.moving === i}>
            {input.done ? '✓ ' : ''}
            {input.says}
          </li>
        ))}
      </ol>
      <PlaySurface titled />
    </>
  );
}
