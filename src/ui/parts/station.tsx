import type { ReactNode } from 'react';
import styles from './station.module.css';

/** A station's page: the work in the centre, the reading at the right (underneath on a narrow screen). */
export function Station({
  title,
  reading,
  children,
}: {
  title: string;
  reading: ReactNode;
  children: ReactNode;
}) {
  return (
    <div className={styles.station}>
      <main className={styles.work} aria-label={title}>
        {children}
      </main>
      <aside className={styles.reading} aria-label="Reading">
        {reading}
      </aside>
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
  children,
}: {
  label: string;
  value: string;
  unit?: string;
  children?: ReactNode;
}) {
  return (
    <section className={styles.number}>
      <h2>{label}</h2>
      <p>
        <strong data-long={value.length > 12}>{value}</strong> {unit && <span>{unit}</span>}
      </p>
      {children && <small>{children}</small>}
    </section>
  );
}
