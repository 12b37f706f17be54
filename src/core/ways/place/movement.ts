import type { LaneFrames } from '../../calibrate/lane-frames';
import { median, quantile } from '../../signal/quantile';
import { restStatistics } from '../../signal/rest';
import { timingOf } from '../../signal/timing';
import { round } from '../../units/round';
import type { PlacePoint } from './calibration';
import { placeMap } from './map';
import type { PlacedTouch } from './touches';

/** A jump is told from a slide at so many times the fastest of slides; without slides a share of the length a frame. (Common practice, no source.) */
const OVER_SLIDES = 2;
const DEFAULT_DROP = 0.03;
const LEAST_DROP = 0.005;
/** Share of frames of a slide that may be faster: they land and lift. */
const FASTEST = 0.98;

/** σ of the count while it is touched and held, counts: the median of the touches'. */
export function touchedNoise(
  played: readonly Pick<LaneFrames['played'][0], 'take' | 'tUs' | 'counts'>[],
  touches: readonly PlacedTouch[],
): number {
  const noises = touches.flatMap(({ take, from, to }) => {
    const own = played.find((t) => t.take === take)!;
    const margin = Math.floor((to - from) / 5);
    const inner = own.counts.subarray(from + margin, to - margin);
    return inner.length > 20 ? restStatistics(inner, timingOf(own.tUs)?.rateHz ?? 1000).noise : [];
  });
  return noises.length > 0 ? median(noises) : 1;
}

/** Twice what all but the fastest fiftieth of a slide's frames stay under; share of the length a frame, {@link DEFAULT_DROP} without slides. */
export function dropOf(
  { played }: LaneFrames,
  slides: readonly PlacedTouch[],
  map: readonly PlacePoint[],
): number {
  const at = placeMap(map);
  const steps = slides.flatMap(({ take, from, to }) => {
    const own = played.find((t) => t.take === take)!;
    return Array.from({ length: Math.max(0, to - from) }, (_, i) =>
      Math.abs(at(own.counts[from + i + 1]) - at(own.counts[from + i])),
    );
  });
  if (steps.length === 0) return DEFAULT_DROP;
  return round(Math.min(0.5, Math.max(LEAST_DROP, OVER_SLIDES * quantile(steps, FASTEST))), 4);
}

/** Frames before a touch is over that are looked at: a slow pull-down takes the reading away over some. */
const TAIL_FRAMES = 60;
const MOST_SETTLE = 50;

/**
 * Frames that agree while a reading falls away after a lift, a quarter more of them and two: so many must agree before a place is believed.
 * @param touches that end by a lift
 */
export function settleOf(
  { played }: LaneFrames,
  touches: readonly PlacedTouch[],
  map: readonly PlacePoint[],
  drop: number,
  { rest, off }: { rest: number; off: number },
): number {
  const at = placeMap(map);
  let longest = 0;
  for (const { take, from, to, level } of touches) {
    const { counts } = played.find((t) => t.take === take)!;
    const held = at(level);
    let agreed = 0;
    let jumped = false;
    for (
      let i = Math.max(from + 1, to - TAIL_FRAMES);
      i <= Math.min(counts.length - 1, to + TAIL_FRAMES);
      i++
    ) {
      if (Math.abs(counts[i] - rest) < off) break;
      const [before, place] = [at(counts[i - 1]), at(counts[i])];
      jumped ||= Math.abs(place - held) > 2 * drop;
      agreed = Math.abs(place - before) > drop ? 0 : agreed + 1;
      if (jumped) longest = Math.max(longest, agreed);
      else agreed = 0;
    }
  }
  return Math.min(MOST_SETTLE, Math.ceil(1.25 * longest) + 2);
}
