'use client';

import { GUIDE_STEPS } from '@/core/calibrate/guide';
import type { LevelReport } from '@/core/calibrate/level-types';
import type { Role } from '@/core/signal/take';
import type { KeptTake } from '@/store/database';
import styles from './calibrate.module.css';

/** The five takes of a run: what each holds, and a way to play one again. */
export function TakesStrip({
  takes,
  report,
  redo,
}: {
  takes: KeptTake[];
  report: LevelReport | null;
  redo: (role: Role) => void;
}) {
  const holds = (role: Role) => {
    if (!takes.some((t) => t.role === role)) return 'to do';
    const played = report?.played.find((t) => t.role === role);
    if (played) return `${played.gestures.length} played`;
    return role === 'rest' && report ? `±${report.rest.standardError.toFixed(2)}` : 'recorded';
  };
  return (
    <ul className={styles.takes} aria-label="Takes">
      {GUIDE_STEPS.map(({ role }) => (
        <li key={role} data-done={takes.some((t) => t.role === role)}>
          <b>{role}</b> <span>{holds(role)}</span>
          {takes.length > 0 && (
            <button type="button" onClick={() => redo(role)} aria-label={`Play ${role} again`}>
              {takes.some((t) => t.role === role) ? 'again' : 'play'}
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}
