import type { GuidedRun, GuideStep, KnownRest } from '../../guide/guide';
import { LevelGuide } from './guide';
import { LoadGuide } from './known/guide';

/** A hands-free run of one level: its takes, or one of known loads by itself. */
export function oneLevelGuide(
  steps: readonly GuideStep[],
  _lanes: number,
  rateHz: number,
  known: KnownRest | null,
): GuidedRun {
  const loads = steps.find(({ role }) => role === 'weights');
  return loads ? new LoadGuide(loads, known, rateHz) : new LevelGuide(steps, rateHz, known);
}
