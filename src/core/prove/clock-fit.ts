import { median } from '../signal/quantile';
import { robustLine } from '../signal/robust-line';
import { firstFrom } from '../signal/first-from';

/** A note as two clocks tell it. */
export interface Ticked {
  tUs: number;
  note: number;
}

/** How one clock goes by another: its time at 0 of the other, and how much faster it goes. */
export interface ClockFit {
  /** theirs = offsetUs + (1 + ppm/1e6) · ours. */
  offsetUs: number;
  ppm: number;
  /** Notes of ours that have one of theirs, and of how many that lie where both were heard. */
  matched: number;
  of: number;
  /** Median of how far they lie apart then, ms. */
  apartMs: number;
}

/** Clocks of boards and computers differ by some hundred ppm at most (practice: ceramic resonators 0.5 %, crystals 100 ppm). */
const RATES_PPM = Array.from({ length: 21 }, (_, i) => -500 + 50 * i);
/** Differences this near are the same, µs. */
const BIN_US = 40_000;
/** And after a fit a note is found this near, µs. */
const NEAR_US = 60_000;
/** Notes of the shorter list that are looked at for the first guess. */
const MOST = 250;
/** Fewer notes than this, or a smaller share, are by chance. (Common practice, no source.) */
const LEAST = 4;
const LEAST_SHARE = 0.5;
/** Pairs of notes of one pitch that are looked at for each rate, and notes at least. */
const MOST_VOTES = 300_000;
const LEAST_LOOKED = 40;
/** Pairs that a line is laid through. */
const MOST_PAIRS = 400;

/**
 * Finds how two clocks go by each other, from notes that both have told; some may be missing in either, and either may begin or end within the other.
 * @param ours, theirs in order of time @returns null where they tell different tunes
 */
export function fitClocks(ours: readonly Ticked[], theirs: readonly Ticked[]): ClockFit | null {
  if (ours.length < LEAST || theirs.length < LEAST) return null;
  const guess = guessOf(ours, theirs);
  if (!guess) return null;
  let fit = guess;
  for (let round = 0; round < 3; round++) {
    const pairs = pairsBy(ours, theirs, fit);
    if (pairs.length < LEAST) return null;
    fit = lineThrough(pairs);
  }
  const pairs = pairsBy(ours, theirs, fit);
  const [first, last] = [theirs[0].tUs, theirs[theirs.length - 1].tUs];
  const within = ours.filter(({ tUs }) => {
    const at = theirTime(fit, tUs);
    return at >= first - NEAR_US && at <= last + NEAR_US;
  }).length;
  if (pairs.length < Math.max(LEAST, LEAST_SHARE * within)) return null;
  const apart = pairs.map(([a, b]) => Math.abs(theirTime(fit, a) - b) / 1000);
  return { ...fit, matched: pairs.length, of: within, apartMs: median(apart) };
}

type Line = Pick<ClockFit, 'offsetUs' | 'ppm'>;

/** When something of ours is by their clock, µs. */
export const theirTime = ({ offsetUs, ppm }: Line, tUs: number): number => offsetUs + (1 + ppm / 1e6) * tUs;

/** The rate and the offset at which most differences of notes of one pitch agree: of a run of the shorter list with all of the other. */
function guessOf(ours: readonly Ticked[], theirs: readonly Ticked[]): Line | null {
  const [few, many] = ours.length <= theirs.length ? [middleOf(ours), theirs] : [ours, middleOf(theirs)];
  const byNote = new Map<number, number[]>();
  for (const { tUs, note } of many) {
    const own = byNote.get(note);
    if (own) own.push(tUs);
    else byNote.set(note, [tUs]);
  }
  // Of a long tune on few notes fewer are enough, and all would take long.
  const pairs = few.reduce((n, { note }) => n + (byNote.get(note)?.length ?? 0), 0);
  const some = few.slice(
    0,
    Math.max(LEAST_LOOKED, Math.floor((few.length * MOST_VOTES) / Math.max(1, pairs))),
  );
  let best: (Line & { votes: number }) | null = null;
  for (const ppm of RATES_PPM) {
    const votes = new Map<number, number>();
    for (const { tUs, note } of some)
      for (const at of byNote.get(note) ?? []) {
        const bin = Math.floor((at - (1 + ppm / 1e6) * tUs) / BIN_US);
        votes.set(bin, (votes.get(bin) ?? 0) + 1);
      }
    for (const [bin, own] of votes) {
      const both = own + (votes.get(bin + 1) ?? 0);
      if (!best || both > best.votes || (both === best.votes && Math.abs(ppm) < Math.abs(best.ppm)))
        best = { ppm, offsetUs: (bin + 1) * BIN_US, votes: both };
    }
  }
  return best;
}

/** A run of notes from the middle: every so many of them would meet none of the others'. */
const middleOf = (all: readonly Ticked[]): readonly Ticked[] => {
  const from = Math.max(0, Math.floor((all.length - MOST) / 2));
  return all.slice(from, from + MOST);
};

/** The nearest of theirs to each of ours, of the same note, near enough; each once. */
function pairsBy(ours: readonly Ticked[], theirs: readonly Ticked[], fit: Line): [number, number][] {
  const times = theirs.map(({ tUs }) => tUs);
  const used = new Uint8Array(theirs.length);
  return ours.flatMap(({ tUs, note }): [number, number][] => {
    const at = theirTime(fit, tUs);
    let [best, away] = [-1, NEAR_US];
    for (let i = firstFrom(times, at - NEAR_US); i < times.length && times[i] <= at + NEAR_US; i++) {
      if (used[i] || theirs[i].note !== note || Math.abs(times[i] - at) > away) continue;
      [best, away] = [i, Math.abs(times[i] - at)];
    }
    if (best < 0) return [];
    used[best] = 1;
    return [[tUs, times[best]]];
  });
}

/** A line through some of the pairs, from all along; its slope only where they span long enough to tell one. */
function lineThrough(pairs: readonly [number, number][]): Line {
  const step = Math.max(1, pairs.length / MOST_PAIRS);
  const some = Array.from(
    { length: Math.min(pairs.length, MOST_PAIRS) },
    (_, i) => pairs[Math.floor(i * step)],
  );
  const spanUs = some[some.length - 1][0] - some[0][0];
  const line =
    spanUs > LEAST_SPAN_US
      ? robustLine(
          some.map(([a]) => a),
          some.map(([a, b]) => b - a),
        )
      : null;
  const slope = line?.slope ?? 0;
  return { ppm: 1e6 * slope, offsetUs: median(some.map(([a, b]) => b - a - slope * a)) };
}
/** Less than this tells no rate, µs. */
const LEAST_SPAN_US = 2_000_000;
