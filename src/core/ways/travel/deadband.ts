import { insideOf, standstillsOf } from '../../calibrate/standstills';

/** A deadband, and how often a lane that is left alone would leave it. */
export interface DeadbandPoint {
  deadband: number;
  perMinute: number;
}

/** Largest deadband that is looked at, counts. */
const MOST = 64;
/** A sample this far from where it was left jumps: σ, or counts. (Common practice, no source.) */
const JUMP_SIGMAS = 8;
const JUMP_COUNTS = 6;
/** Least and greatest deadband, in σ. (Common practice, no source.) */
const LEAST_SIGMAS = 5;
const MOST_SIGMAS = 9;

/**
 * Messages a minute against the deadband: how often a lane that is left alone goes further than that from where it was last sent.
 * Samples that jump far out are no noise: no deadband cures them, and findings name them.
 * @param takes of the lane @param noise σ, counts @returns up to the first deadband within which it stayed all the while, and a few more
 */
export function deadbandTrade(
  takes: readonly { tUs: ArrayLike<number>; counts: ArrayLike<number> }[],
  noise: number,
): DeadbandPoint[] {
  const far = Math.max(JUMP_COUNTS, JUMP_SIGMAS * noise);
  const pieces = takes.flatMap(({ tUs, counts }) =>
    standstillsOf(tUs, counts).flatMap((standstill): Piece[] => {
      const inside = insideOf(tUs, standstill);
      return inside ? [{ tUs, counts, ...inside, level: standstill.level }] : [];
    }),
  );
  const minutes = pieces.reduce((sum, { tUs, from, to }) => sum + (tUs[to] - tUs[from]), 0) / 60e6;
  const trade: DeadbandPoint[] = [];
  for (let deadband = 0, quiet = 0; deadband <= MOST && quiet < 4; deadband++) {
    const sent = pieces.reduce((n, piece) => n + leaves(piece, deadband, far), 0);
    trade.push({ deadband, perMinute: minutes > 0 ? sent / minutes : 0 });
    quiet = sent === 0 ? quiet + 1 : 0;
  }
  return trade;
}

/** How often counts leave a band about the one that was sent last; those that jump far out of the standstill are passed over. */
function leaves({ counts, from, to, level }: Piece, deadband: number, far: number): number {
  let held = Math.round(level);
  let n = 0;
  for (let i = from; i <= to; i++)
    if (Math.abs(counts[i] - held) > deadband && Math.abs(counts[i] - level) <= far) {
      held = counts[i];
      n++;
    }
  return n;
}

/** A standstill of a take, its first and last moments left out. */
interface Piece {
  tUs: ArrayLike<number>;
  counts: ArrayLike<number>;
  from: number;
  to: number;
  level: number;
}

/** The least deadband that lets nothing through while it is left alone; 5 σ at least, which noise leaves once an hour at 1 kHz (maker’s handbook 4.1), 9 σ and two counts at most: what goes further is no noise. @param noise σ, counts */
export function chooseDeadband(trade: readonly DeadbandPoint[], noise: number): number {
  const quiet = trade.find(({ perMinute }) => perMinute === 0)?.deadband ?? MOST;
  const most = Math.ceil(MOST_SIGMAS * noise) + 2;
  return Math.max(1, Math.ceil(LEAST_SIGMAS * noise), Math.min(quiet, most));
}
