import { humOf, type Hum } from '../signal/hum';
import type { Plateau } from './plateau';

/** Rest in which hum is looked for, s; and pieces of it, since hum may come and go with what is switched on. */
const LEAST_SECONDS = 1;
const PIECE_SECONDS = 2;
/** Pieces that are looked at, at most, spread over the recording. */
const MOST_PIECES = 120;
/** A window lies at rest within so many σ of it, and this many counts: hum makes it noisier, and moves its median little. */
const AT_REST_SIGMAS = 3;
const AT_REST_COUNTS = 2;
/** A piece has hum where a bin stands so far over its neighbours. */
const STANDS_OUT = 20;

/**
 * Mains hum of a lane while it is not played: of its longest rest, and of two seconds where more of it came and went. The whole
 * recording is looked at where it rests nowhere for a second.
 * @returns as {@link humOf}, the strongest first
 */
export function humAtRest(counts: Uint16Array, plateau: Plateau, rateHz: number): Hum[] {
  const rests = restsOf(plateau).filter(([from, to]) => to - from >= LEAST_SECONDS * rateHz);
  if (rests.length === 0) return humOf(counts, rateHz, 0.5);
  const [from, to] = rests.reduce((a, b) => (b[1] - b[0] > a[1] - a[0] ? b : a));
  const whole = humOf(counts.subarray(from, to), rateHz, 0.5);
  const pieces = rests.flatMap(([a, b]) => piecesOf(a, b, Math.round(PIECE_SECONDS * rateHz)));
  const stride = Math.ceil(pieces.length / MOST_PIECES);
  const found = pieces
    .filter((_, i) => i % stride === 0)
    .flatMap(([a, b]) => humOf(counts.subarray(a, b), rateHz))
    .filter(({ ratio }) => ratio > STANDS_OUT);
  const strongest = (hum: Hum) =>
    found.filter(({ hz }) => hz === hum.hz).reduce((a, b) => (b.amplitude > a.amplitude ? b : a), hum);
  return whole.map(strongest).sort((a, b) => b.amplitude - a.amplitude);
}

/** Stretches of windows that lie at rest, frames. */
function restsOf({ all, rest, noise, width }: Plateau): [from: number, to: number][] {
  const near = Math.max(AT_REST_COUNTS, AT_REST_SIGMAS * noise);
  const rests: [number, number][] = [];
  for (const { from, level } of all) {
    if (Math.abs(level - rest) > near) continue;
    const last = rests[rests.length - 1];
    if (last && last[1] === from) last[1] = from + width;
    else rests.push([from, from + width]);
  }
  return rests;
}

const piecesOf = (from: number, to: number, length: number): [number, number][] =>
  Array.from({ length: Math.floor((to - from) / length) }, (_, i) => [
    from + i * length,
    from + (i + 1) * length,
  ]);
