import type { LaneFrames } from '../../calibrate/bank/lane-frames';
import { quantile } from '../../signal/quantile';

/** One touch of a lane. */
export interface Touch {
  take: string;
  fromUs: number;
  toUs: number;
  /** Median count while it was touched. */
  level: number;
  /** 1 where touching raises the counts. */
  sign: 1 | -1;
}

/** A lane moved if it went this far, in σ of its rest, and this many counts. */
const LEAST_SIGMAS = 10;
const LEAST_COUNTS = 4;
/** Less than this is no touch but a disturbance, µs; a gap shorter than this does not end one. */
const LEAST_US = 20_000;
const GAP_US = 30_000;

/** The touches in a lane's played takes: stretches beyond half of the furthest that it went. */
export function touchesOf({ rest, played }: LaneFrames): Touch[] {
  const furthest = played.map(({ counts }) =>
    quantile(
      Float64Array.from(counts, (c) => Math.abs(c - rest.rest)),
      0.995,
    ),
  );
  const most = Math.max(0, ...furthest);
  if (most < Math.max(LEAST_SIGMAS * rest.noise, LEAST_COUNTS)) return [];
  return played.flatMap((take) => touchesIn(take, rest.rest, most / 2));
}

function touchesIn(take: LaneFrames['played'][0], rest: number, half: number): Touch[] {
  const found: Touch[] = [];
  let first = -1;
  let last = -1;
  const end = () => {
    if (first < 0) return;
    const [fromUs, toUs] = [take.tUs[first], take.tUs[last]];
    const level = quantile(take.counts.subarray(first, last + 1), 0.5);
    if (toUs - fromUs >= LEAST_US)
      found.push({ take: take.take, fromUs, toUs, level, sign: level > rest ? 1 : -1 });
    first = -1;
  };
  for (let i = 0; i < take.counts.length; i++) {
    if (first >= 0 && take.tUs[i] - take.tUs[last] > GAP_US) end();
    if (Math.abs(take.counts[i] - rest) <= half) continue;
    if (first < 0) first = i;
    last = i;
  }
  end();
  return found;
}
