import type { Finding } from '../../../findings/finding';
import type { LevelEvidence } from '../report';
import type { Check } from './check';
import { onRaised, chatter, softMissed } from './gate';
import { clipped, crosstalk, fewSoft, inverted, noRestBetween, range, reversedDynamics } from './playing';
import { creeping, dead, freezes, hum, restMoves, restShort } from './rest';

/** Within one severity, in this order. */
const CHECKS: Check[] = [
  clipped,
  reversedDynamics,
  restMoves,
  noRestBetween,
  creeping,
  restShort,
  softMissed,
  crosstalk,
  freezes,
  chatter,
  onRaised,
  range,
  dead,
  hum,
  inverted,
  fewSoft,
];

const SEVERITIES = ['fault', 'doubt', 'note'] as const;

/** Every finding on a level's takes, in the order of the checks. */
export const levelFindings = (e: LevelEvidence): Finding[] =>
  CHECKS.flatMap((check) => {
    const found = check(e);
    return found ? [{ ...found, sensor: e.job.sensor }] : [];
  });

/** Worst first. */
export const bySeverity = (findings: readonly Finding[]): Finding[] =>
  [...findings].sort((a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity));
