import { quantile } from '../../signal/quantile';
import { round } from '../../units/round';
import type { DepthCalibration } from './calibration';
import { depthIn } from './key-strokes';
import type { PlayedKey } from './played-key';

/** Depths of a comfortable key: most of the way, about half of it, and well above. (Common practice, no source.) */
const STRIKE = 0.8;
const REARM = 0.5;
const DAMPER = 0.3;
/** The strike depth keeps this far above what soft strokes reach, nearly all of them. */
const MARGIN = 0.05;
const NEARLY_ALL = 0.02;
const LEAST_STRIKE = 0.4;
/** The damper depth keeps so many times what a neighbour’s magnet seems to press. */
const OVER_CROSSTALK = 1.5;

/** Strike, re-arm and damper depth: as deep as all soft strokes come, and clear of neighbours. @param crosstalk of {@link crosstalkOf} */
export function depthsOf(
  keys: readonly PlayedKey[],
  crosstalk: number,
): Pick<DepthCalibration, 'strike' | 'rearm' | 'damper'> {
  const peaks = keys.flatMap(({ takes }) =>
    takes.filter(({ role }) => role !== 'slow').flatMap(({ strokes }) => strokes.map(({ peak }) => peak)),
  );
  const reached = peaks.length === 0 ? 1 : quantile(peaks, NEARLY_ALL);
  const strike = Math.max(LEAST_STRIKE, Math.min(STRIKE, reached - MARGIN));
  const damper = Math.min(0.6 * strike, Math.max((DAMPER / STRIKE) * strike, OVER_CROSSTALK * crosstalk));
  const rearm = Math.max(damper, (REARM / STRIKE) * strike);
  return { strike: round(strike, 3), rearm: round(rearm, 3), damper: round(damper, 3) };
}

/** A key lies still again so long after it has turned up, frames. */
const SETTLES = 100;

/** How far a key seems to be pressed while another one is and it lies still itself: the most of each key, in order; share of its way. */
export function crosstalkOf(keys: readonly PlayedKey[]): number[] {
  const own = keys.map(({ takes }) => new Map(takes.map((t) => [t.take, t])));
  return own.map((mine, i) => {
    let most = 0;
    own.forEach((other, k) => {
      if (k === i) return;
      for (const { take, strokes } of other.values()) {
        const here = mine.get(take);
        if (!here) continue;
        for (const { at } of strokes) {
          const presses = here.strokes.some((s) => s.from <= at && s.to >= at - SETTLES);
          if (!presses) most = Math.max(most, depthIn(here, at));
        }
      }
    });
    return most;
  });
}
