'use client';

import type { LaneReport } from '@/core/ways/level/report';
import type { GuideStep } from '@/core/guide/guide';
import type { Role } from '@/core/signal/take';
import type { KeptTake } from '@/store/database';
import { rolesOf } from '@/store/standing';
import styles from './calibrate.module.css';

/** The takes of a run: what each holds, and ways to play one again or go back to the one before. */
export function TakesStrip({
  steps,
  takes,
  report,
  loads,
  redo,
  stand,
}: {
  steps: readonly GuideStep[];
  /** All of the sensor's. */
  takes: KeptTake[];
  report: LaneReport | null;
  /** What known loads are called, where it can be measured by them. */
  loads?: string;
  redo: (role: Role) => void;
  /** Lets another take stand. */
  stand: (take: KeptTake) => void;
}) {
  const roles = rolesOf(takes);
  const holds = (role: Role) => {
    const played = report?.played.find((t) => t.role === role);
    if (played) return `${played.gestures.length} played`;
    return role === 'rest' && report ? `±${report.rest.standardError.toFixed(2)}` : 'recorded';
  };
  return (
    <ul className={styles.takes} aria-label="Takes">
      {steps.map(({ role }) => {
        const { stands, earlier, cut } = roles.find((r) => r.role === role) ?? NONE;
        return (
          <li key={role} data-done={stands !== null}>
            <b>{role === 'weights' ? (loads ?? role) : role}</b>
            {takes.length > 0 && (
              <button type="button" onClick={() => redo(role)} aria-label={`Play ${role} again`}>
                {stands ? 'again' : 'play'}
              </button>
            )}
            <span>
              {stands
                ? holds(role)
                : role === 'weights'
                  ? 'for units'
                  : role === 'edge'
                    ? 'if you want'
                    : 'to do'}
            </span>
            {earlier && (
              <button
                type="button"
                onClick={() => stand(earlier)}
                aria-label={`Use the earlier ${role} take`}
              >
                earlier
              </button>
            )}
            {cut && (
              <button
                type="button"
                data-cut
                onClick={() => stand(cut)}
                aria-label={`Use the ${role} take that was cut off`}
              >
                use the one cut off
              </button>
            )}
          </li>
        );
      })}
    </ul>
  );
}

const NONE = { stands: null, earlier: null, cut: null };
