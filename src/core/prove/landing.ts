import type { Response } from '../instrument/response';
import { filterReader } from '../stages/filter-reader';
import { spanOf } from '../stages/filtered';
import { levelReader } from '../ways/level/reader';
import { USE_BINS } from './use-bins';
import type { CountedTake, LaneCounts } from './lane-counts';

/** Where playing lies along x and lands along y, and what that is worth, on the maker's own takes. */
export interface Landing {
  /** Share of playing time in each of 32 bins from dead zone to reach. */
  along: number[];
  /** Share of playing time in each of 32 bins of the output. */
  lands: number[];
  /** 7-bit values (of 128) in each of which a thousandth of the playing time or more is spent. */
  levels: number;
  /** Largest step between two neighbouring frames, in 7-bit steps. */
  largestJump: number;
  /** Median 7-bit value while playing. */
  middle: number;
  /** Highest 7-bit value of all lanes in every `strideUs`, for a picture; null between takes. */
  trace: { values: (number | null)[]; strideUs: number };
}

/** Longest picture, points. */
const TRACE_POINTS = 700;

/** A lane as it is read from frame to frame: by its filter, and its curve. */
function laneReader({ level, bits, counts }: LaneCounts, response: Response, tUs: Float64Array) {
  const read = levelReader(level, response);
  const filtered = response.filter && filterReader(response.filter, { bits, span: spanOf(level) });
  return (frame: number) => {
    const count = counts[frame];
    if (!filtered) return read(count);
    return read(filtered(count, frame === 0 ? 0 : tUs[frame] - tUs[frame - 1]));
  };
}

/**
 * Plays takes through responses as the board would send them in seven bits, over their full range.
 * @param takes in the order in which they are to be shown @param answers the response of a lane, by its id
 */
export function landingOf(takes: readonly CountedTake[], answers: (lane: string) => Response): Landing {
  const along = new Array<number>(USE_BINS).fill(0);
  const lands = new Array<number>(USE_BINS).fill(0);
  const reached = new Array<number>(128).fill(0);
  const stride = Math.max(1, Math.ceil(takes.reduce((n, t) => n + t.tUs.length, 0) / TRACE_POINTS));
  const values: (number | null)[] = [];
  let playing = 0;
  let largestJump = 0;
  for (const take of takes) {
    const highest = new Uint8Array(Math.floor(take.tUs.length / stride));
    for (const lane of take.lanes) {
      const read = laneReader(lane, answers(lane.level.lane), take.tUs);
      let previous = -1;
      for (let frame = 0; frame < take.tUs.length; frame++) {
        const { share, step } = read(frame);
        if (previous >= 0) largestJump = Math.max(largestJump, Math.abs(step - previous));
        previous = step;
        const at = Math.floor(frame / stride);
        if (at < highest.length && step > highest[at]) highest[at] = step;
        if (share === 0) continue;
        playing++;
        reached[step]++;
        along[binOf(share)]++;
        lands[binOf(step / 127)]++;
      }
    }
    values.push(...(values.length > 0 ? [null] : []), ...highest);
  }
  const shares = (bins: number[]) => bins.map((n) => (playing === 0 ? 0 : n / playing));
  const strideUs = takes.length === 0 ? 0 : stride * frameUs(takes[0]);
  const levels = reached.filter((n) => n > 0 && n * 1000 >= playing).length;
  return {
    along: shares(along),
    lands: shares(lands),
    levels,
    largestJump,
    middle: middleOf(reached),
    trace: { values, strideUs },
  };
}

const frameUs = ({ tUs }: CountedTake): number =>
  (tUs[tUs.length - 1] - tUs[0]) / Math.max(1, tUs.length - 1);

const binOf = (share: number) => Math.min(USE_BINS - 1, Math.floor(share * USE_BINS));

function middleOf(reached: number[]): number {
  const half = reached.reduce((a, b) => a + b, 0) / 2;
  let sum = 0;
  return Math.max(
    0,
    reached.findIndex((n) => (sum += n) >= half && half > 0),
  );
}
