import { LEAST_US, MOST_STOP_TICKS } from '../../engine/blocks/tone';
import { TICK_US } from '../../engine/clock';
import { SEMITONE } from '../../engine/voices/bend';
import { hzOf } from '../../pitch/frequency';
import type { LaneLevel } from '../level/lane-level';
import { touchedLevel } from '../place/lane-level';
import type { ToneCalibration, ToneLane } from './calibration';

/** Ports of the kinds of this way. */
export const PITCH_PORT = 'pitch';
export const SOUNDS_PORT = 'sounds';

/** What comes sooner than the highest by this is no period: a whole tone above. */
const ABOVE_SEMITONES = 2;
/** It is silent once none has come for so many of its longest periods. (Common practice, no source.) */
const SILENT_PERIODS = 2.4;
/** Noise past a step's edge that still sends nothing, σ; and what both ends read themselves at least, semitones. */
const SLACK_SIGMAS = 3;
const LEAST_END = 0.1;

/** The shortest and the longest that a board takes for a period: µs, and ticks until it is silent. */
export const timesOf = ({ lowest, highest }: ToneLane): { least: number; stop: number } => ({
  least: Math.max(LEAST_US, Math.floor(1e6 / hzOf(highest + ABOVE_SEMITONES))),
  stop: Math.min(MOST_STOP_TICKS, Math.ceil((SILENT_PERIODS * 1e6) / hzOf(lowest) / TICK_US)),
});

/** What a port of a lane reads, of a column that is derived: its pitch in 1/512 semitone, or whether it sounds. */
export function toneLevel(c: ToneCalibration, lane: string, port?: string): LaneLevel | undefined {
  const own = c.lanes.find((l) => l.lane === lane);
  if (!own || port === undefined) return undefined;
  if (port === SOUNDS_PORT) return touchedLevel(lane);
  const noise = (own.noise / 100 / 2 ** own.smoothing) * SEMITONE;
  const slack = Math.min(255, Math.ceil(SLACK_SIGMAS * noise));
  const end = Math.ceil(Math.max(LEAST_END * SEMITONE, 2 * slack));
  const span = Math.round((own.highest - own.lowest) * SEMITONE);
  const up = { reach: span - end, dead: end, on: end + 2, off: end };
  const rest = Math.round(own.lowest * SEMITONE);
  return {
    ...{ lane, rest, noise, slack },
    polarity: 'rising',
    up,
    down: null,
    fixed: true,
    counts: 'pitch',
  };
}
