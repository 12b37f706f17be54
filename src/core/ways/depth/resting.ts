import { histogramOf, levelAt, madAbout, partOf, shareBelow, type Histogram } from '../../signal/histogram';
import { QUANTISATION_NOISE, SIGMA_PER_MAD } from '../../signal/rest';

/** Where a key rests, and where its way ends, counts. */
export interface KeyEnds {
  rest: number;
  noise: number;
  bottom: number;
}

/** A key rests in the fullest of so many stretches of its counts. */
const STRETCHES = 60;
/** Shares of its counts that may lie beyond its ends by accident: a spike, a lost wire. */
const ACCIDENTS = 0.0005;
/** The bottom is where it lies at this share of the furthest that it went, or beyond. */
const BOTTOM = 0.97;
/** A key that is pressed goes so many σ, and so many counts. */
const LEAST_SIGMAS = 12;
const LEAST_COUNTS = 8;

/**
 * Rest and bottom of a key from its counts: it rests where it lies most of the time, and goes furthest where it is pressed.
 * @param all counts among which it rests: of its rest take, or of all takes @param pressed those of the takes in which it is pressed to its bottom; one or more each
 * @returns null where it does not move
 */
export function endsOf(all: Uint16Array, pressed: Uint16Array): KeyEnds | null {
  const h = histogramOf(all);
  const { low, high } = fullestOf(h);
  const near = partOf(h, low, high);
  const rest = levelAt(near, 0.5);
  const noise = Math.max(QUANTISATION_NOISE, SIGMA_PER_MAD * madAbout(near, rest));
  const down = histogramOf(pressed);
  const [above, below] = [levelAt(down, 1 - ACCIDENTS) - rest, rest - levelAt(down, ACCIDENTS)];
  const furthest = Math.max(above, below);
  if (furthest < Math.max(LEAST_COUNTS, LEAST_SIGMAS * noise)) return null;
  const way = above >= below ? 1 : -1;
  const share = shareBelow(down, rest + way * BOTTOM * furthest);
  return { rest, noise, bottom: levelAt(down, way > 0 ? (1 + share) / 2 : share / 2) };
}

/** The fullest stretch of a distribution, with its neighbours, counts. */
function fullestOf(h: Histogram): { low: number; high: number } {
  const width = Math.max(4, h.cumulative.length / STRETCHES);
  let [fullest, most] = [h.first, -1];
  for (let at = h.first; at < h.first + h.cumulative.length; at += width / 2) {
    const share = shareBelow(h, at + width) - shareBelow(h, at);
    if (share > most) [fullest, most] = [at, share];
  }
  return { low: fullest - width / 2, high: fullest + 1.5 * width };
}
