import { median, quantile } from '../signal/quantile';
import { regressionOf } from '../signal/regression';
import type { ListenedLane } from './listened-recording';

/** A gesture of a lane goes past this share of its span, and is over where it has fallen short of the other. */
const PLAYED = 0.2;
const ENDS = 0.1;
/** A lane that goes past this share of its own span is played itself. */
const ITSELF = 0.5;
/** Gestures that are needed, and that are compared at most; frames of one that are compared at most. */
const LEAST_GESTURES = 3;
const MOST_GESTURES = 24;
const MOST_SAMPLES = 240;
/** A lane goes with a gesture where all but this share of its variance, and so many times that of its noise, is the gesture's own. */
const UNLIKE = 0.04;
const NOISES = 4;
/** Its gains lie within this share of their median; it stays where it goes less than half as far, in so many of them at most. */
const SPREAD = 0.5;
const STAYS = 0.5;
const EXCEPTIONS = 0.2;

/** Distance of a lane's furthest count from its rest, counts; 0 where it does not move. */
export const spanOf = ({ moves, low, high, plateau }: ListenedLane): number =>
  moves ? Math.max(high - plateau.rest, plateau.rest - low) : 0;

/** How a lane goes with one gesture of another: whether it has its shape, and counts a count. */
interface GoesWithGesture {
  alike: boolean;
  gain: number;
}

/**
 * Response of each lane to each other, as a share of its own span: `[i][j]` of lane j to lane i; 0 where it does not follow
 * lane i's gestures in shape and proportion (handbook 3: two hands often play at once). Null where lane i has played too few
 * gestures without lane j, or lane j has no span of its own.
 */
export function crosstalkOf(lanes: readonly ListenedLane[]): (number | null)[][] {
  const spans = lanes.map(spanOf);
  const played = lanes.map(gesturesOf);
  return lanes.map((lane, i) =>
    lanes.map((other, j) => {
      if (i === j || spans[j] === 0) return null;
      const alone = played[i].filter(([from, to]) => furthest(other, from, to) < ITSELF * spans[j]);
      if (alone.length < LEAST_GESTURES) return null;
      const gain = answers(lane, other, alone);
      return gain === null ? 0 : (Math.abs(gain) * spans[i]) / spans[j];
    }),
  );
}

/** Counts of a lane a count of another that it never moves without; null where it moves by itself too. */
export function followsAlways(lane: ListenedLane, other: ListenedLane): number | null {
  const own = gesturesOf(lane);
  const gestures = gesturesOf(other);
  const within = own.every(([from, to]) => gestures.some(([a, b]) => from < b && a < to));
  return within && gestures.length >= LEAST_GESTURES ? answers(other, lane, gestures) : null;
}

/**
 * Counts of `other` a count of `lane` over its gestures; null where it does not go with several of them, alike in each, or stays
 * where it is in others. Gestures in which it is played too, and goes further, say nothing.
 */
function answers(lane: ListenedLane, other: ListenedLane, gestures: readonly Stretch[]): number | null {
  const gains = gestures
    .map((stretch) => compare(lane, other, stretch))
    .filter(({ alike }) => alike)
    .map(({ gain }) => gain);
  if (gains.length < LEAST_GESTURES) return null;
  const middle = median(gains);
  const spread = quantile(gains, 0.8) - quantile(gains, 0.2);
  const stays = gestures.filter(
    ([from, to]) => furthest(other, from, to) < STAYS * Math.abs(middle) * furthest(lane, from, to),
  );
  return spread <= SPREAD * Math.abs(middle) && stays.length <= EXCEPTIONS * gains.length ? middle : null;
}

type Stretch = [from: number, to: number];

/** Gestures of a lane, each with a quarter of its length before and after it; spread over the recording where there are many. */
export function gesturesOf(lane: ListenedLane): Stretch[] {
  const span = spanOf(lane);
  if (span === 0) return [];
  const { counts, plateau } = lane;
  const away = (i: number) => Math.abs(counts[i] - plateau.rest);
  const found: Stretch[] = [];
  for (let i = 0; i < counts.length; i++) {
    if (away(i) < PLAYED * span) continue;
    let [from, to] = [i, i + 1];
    while (from > 0 && away(from - 1) >= ENDS * span) from--;
    while (to < counts.length && away(to) >= ENDS * span) to++;
    i = to;
    const margin = Math.max(10, (to - from) >> 2);
    found.push([Math.max(0, from - margin), Math.min(counts.length, to + margin)]);
  }
  const stride = Math.ceil(found.length / MOST_GESTURES);
  return found.filter((_, i) => i % stride === 0);
}

const strideOf = ([from, to]: Stretch): number => Math.max(1, Math.ceil((to - from) / MOST_SAMPLES));

function furthest({ counts, plateau }: ListenedLane, from: number, to: number): number {
  let most = 0;
  for (let i = from; i < to; i += strideOf([from, to]))
    most = Math.max(most, Math.abs(counts[i] - plateau.rest));
  return most;
}

function compare(lane: ListenedLane, other: ListenedLane, stretch: Stretch): GoesWithGesture {
  const { r, gain, variance } = regressionOf(lane.counts, other.counts, ...stretch, strideOf(stretch));
  const noise = variance > 0 ? (NOISES * other.plateau.noise ** 2) / variance : Infinity;
  return { alike: r !== 0 && 1 - r * r <= Math.min(0.5, UNLIKE + noise), gain };
}
