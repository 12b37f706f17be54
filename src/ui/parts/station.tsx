import type { ReactNode } from 'react';
import { useWorkspace } from '../hooks/use-session';
import { Term } from './term';
import type { TermId } from './terms';
import styles from './station.module.css';

/** A station's page: the work in the centre, the reading at the right (underneath on a narrow screen). */
export function Station({
  title,
  reading,
  changes = false,
  children,
}: {
  title: string;
  reading: ReactNode;
  /** True where its controls change the instrument: they are off in a tab that only looks on. */
  changes?: boolean;
  children: ReactNode;
}) {
  const readOnly = useWorkspace((s) => s.readOnly);
  return (
    <div className={styles.station}>
      <fieldset className={styles.controls} disabled={changes && readOnly}>
        <main id="work" tabIndex={-1} className={styles.work} aria-label={title}>
          {children}
        </main>
        <aside className={styles.reading} aria-label="Reading">
          {reading}
        </aside>
      </fieldset>
    </div>
  );
}

/** The head of the work: one instruction, one line under it, and a number or a key at the right. */
export function Headline({ says, under, side }: { says: string; under?: ReactNode; side?: ReactNode }) {
  return (
    <header className={styles.headline}>
      <div>
        <h1>{says}</h1>
        {under && <p>{under}</p>}
      </div>
      {side}
    </header>
  );
}

/** One number that matters, with its unit and why. */
export function Reading({
  label,
  value,
  unit,
  term,
  children,
}: {
  label: string;
  /** What explains its label. */
  term?: TermId;
  /** The number, or a field in which it can be typed. */
  value: ReactNode;
  unit?: string;
  children?: ReactNode;
}) {
  return (
    <section className={styles.number}>
      <h2>{term ? <Term is={term}>{label}</Term> : label}</h2>
      <p>
        <strong data-long={typeof value === 'string' && value.length > 10}>{value}</strong>{' '}
        {unit && <span>{unit}</span>}
      </p>
      {children && <small>{children}</small>}
    </section>
  );
}
