import type { Finding } from './findings';
import type { LevelEvidence } from './level-types';
import type { Check } from './noticed/check';
import { calmed, chatter, softMissed } from './noticed/gate';
import { clipped, fewSoft, inverted, noRestBetween, range, reversedDynamics } from './noticed/playing';
import { creeping, dead, freezes, hum, restMoves, restShort } from './noticed/rest';

/** Within one severity, in this order. */
const CHECKS: Check[] = [
  clipped,
  reversedDynamics,
  restMoves,
  noRestBetween,
  creeping,
  restShort,
  softMissed,
  freezes,
  chatter,
  calmed,
  range,
  dead,
  hum,
  inverted,
  fewSoft,
];

const SEVERITIES = ['fault', 'doubt', 'note'] as const;

/** Everything that is noticed in a level's takes, worst first. */
export const levelFindings = (e: LevelEvidence): Finding[] =>
  CHECKS.flatMap((check) => {
    const found = check(e);
    return found ? [{ ...found, sensor: e.job.sensor }] : [];
  }).sort((a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity));
