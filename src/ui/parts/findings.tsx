'use client';

import type { Cure, Finding } from '@/core/findings/finding';
import styles from './findings.module.css';

/** Findings, each with its causes in order and its cures with their price. */
export function Findings({
  findings,
  act,
  look,
}: {
  findings: readonly Finding[];
  act: (cure: Cure) => void;
  /** Goes to where it is, where there is something to see. */
  look?: (finding: Finding) => void;
}) {
  return findings.map((f) => (
    <section key={f.code + f.says} className={styles.finding} data-severity={f.severity}>
      <p>
        <b>{f.says}</b>
      </p>
      {look && f.evidence && (
        <button type="button" onClick={() => look(f)}>
          Look at it
        </button>
      )}
      {f.causes.length > 0 && <p className={styles.causes}>Likely: {f.causes.join('; or ')}.</p>}
      {f.cures.map((cure) =>
        cure.redo || cure.set || cure.tries ? (
          <button key={cure.says} type="button" onClick={() => act(cure)}>
            {cure.tries ? `Try: ${cure.says}` : cure.says} <small>({cure.cost})</small>
          </button>
        ) : (
          <p key={cure.says} className={styles.causes}>
            {cure.says} ({cure.cost}).
          </p>
        ),
      )}
    </section>
  ));
}
