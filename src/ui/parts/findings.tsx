'use client';

import type { Cure, Finding } from '@/core/findings/finding';
import styles from './findings.module.css';

/** Findings, each with its causes in order and its cures with their price. */
export function Findings({ findings, act }: { findings: readonly Finding[]; act: (cure: Cure) => void }) {
  return findings.map((f) => (
    <section key={f.code + f.says} className={styles.finding} data-severity={f.severity}>
      <p>
        <b>{f.says}</b>
      </p>
      {f.causes.length > 0 && <p className={styles.causes}>Likely: {f.causes.join('; or ')}.</p>}
      {f.cures.map((cure) =>
        cure.redo || cure.set ? (
          <button key={cure.says} type="button" onClick={() => act(cure)}>
            {cure.says} <small>({cure.cost})</small>
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
