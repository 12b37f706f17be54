import { LaneGuide } from '../../guide/lane-guide';
import type { GuidedRun, GuideStep, KnownRest } from '../../guide/guide';
import { LoadGuide } from './known/guide';
import { LevelDetector } from './lane-detector';
import { LEVEL_BANK_STEPS } from './steps';

/** A hands-free run over levels side by side. A run of some of its steps begins with rest: what counts as a gesture is told from it. */
export function levelBankGuide(
  steps: readonly GuideStep[],
  lanes: number,
  rateHz: number,
  known: KnownRest | null = null,
): GuidedRun {
  const loads = steps.find(({ role }) => role === 'weights');
  if (loads) return new LoadGuide(loads, known, rateHz, lanes);
  const [rest] = LEVEL_BANK_STEPS;
  const all = steps[0]?.gestures === null ? steps : [rest, ...steps];
  const detectors: LevelDetector[] = Array.from({ length: lanes }, () => new LevelDetector(() => detectors));
  return new LaneGuide(all, lanes, rateHz, detectors);
}
