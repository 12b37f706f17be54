'use client';

import { useState } from 'react';
import type { Step } from '@/core/plan/build-list';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useInstrument } from '../hooks/use-session';
import { Care } from '../parts/care';
import { dayWords } from '../parts/words';
import styles from './plan.module.css';

/** The steps of the build in order, each to tick off, with a note. */
export function BuildList({ steps }: { steps: readonly Step[] }) {
  const { built = [] } = useInstrument();
  const change = useChangeInstrument();
  const done = steps.filter((s) => built.some((b) => b.step === s.id)).length;
  const tick = (step: string, on: boolean) =>
    change(on ? 'step ticked off' : 'tick taken back', (instrument) => {
      const others = (instrument.built ?? []).filter((b) => b.step !== step);
      return { ...instrument, built: on ? [...others, { step, at: new Date().toISOString() }] : others };
    });
  const note = (step: string, words: string) =>
    change('note at a step', (instrument) => ({
      ...instrument,
      built: (instrument.built ?? []).map(({ note: _, ...b }) =>
        b.step === step ? { ...b, ...(words ? { note: words } : {}) } : built.find((o) => o.step === b.step)!,
      ),
    }));
  return (
    <section className={styles.build} aria-label="Build list">
      <h2>
        Build it{' '}
        <small>
          {done} of {steps.length} done
        </small>
      </h2>
      <ol>
        {steps.map((step, i) => {
          const own = built.find((b) => b.step === step.id);
          const heads = i === 0 || steps[i - 1].for !== step.for;
          return (
            <li key={step.id}>
              {heads && <h3>{step.for}</h3>}
              <label>
                <input
                  type="checkbox"
                  checked={own !== undefined}
                  onChange={(e) => tick(step.id, e.target.checked)}
                />
                <span>
                  {step.does}
                  {step.check && <em>{step.check}</em>}
                </span>
              </label>
              {own && <StepNote at={own.at} words={own.note ?? ''} set={(words) => note(step.id, words)} />}
              {step.care && <Care>{step.care}</Care>}
            </li>
          );
        })}
      </ol>
    </section>
  );
}

/** When a step was done, and a note that is typed. */
function StepNote({ at, words, set }: { at: string; words: string; set: (words: string) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  const take = () => {
    if (typed !== null && typed.trim() !== words) set(typed.trim());
    setTyped(null);
  };
  return (
    <p className={styles.noted}>
      <time dateTime={at}>{dayWords(at)}</time>
      <input
        aria-label="Note"
        placeholder="a note"
        maxLength={500}
        value={typed ?? words}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={take}
        onKeyDown={(e) => e.key === 'Enter' && (e.target as HTMLElement).blur()}
      />
    </p>
  );
}
