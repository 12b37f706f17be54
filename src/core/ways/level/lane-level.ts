import type { LevelCalibration, LevelLane } from './calibration';

/** A lane's record together with what its lanes share: a level that voices read. */
export type LaneLevel = LevelLane &
  Pick<LevelCalibration, 'polarity' | 'holdOffMs'> & {
    /** Counts by which a value is kept past the edges of its step, where they are not those that its noise asks for. */
    slack?: number;
    /** What its counts are themselves, where they are that: shares of a length, Q15, or pitches, 1/512 semitone. */
    counts?: 'share' | 'pitch';
    /** Whether its rest stays where it was measured: it is not looked at when the power comes. */
    fixed?: boolean;
  };

/** The record of one lane with what it shares; undefined where the lane was not measured. @param lane its id */
export function laneLevel(c: LevelCalibration, lane: string): LaneLevel | undefined {
  const record = c.lanes.find((l) => l.lane === lane);
  return record && { ...record, polarity: c.polarity, holdOffMs: c.holdOffMs };
}

/** A calibration in which one lane, and what all share, are as given. */
export function withLaneLevel(
  c: LevelCalibration,
  { polarity, holdOffMs, ...record }: LaneLevel,
): LevelCalibration {
  const lanes = c.lanes.map((l) => (l.lane === record.lane ? record : l));
  return { ...c, polarity, holdOffMs, lanes };
}

/** The sides of rest. */
export type SideName = 'up' | 'down';

/** Which way from rest a side lies: 1 above, −1 below. */
export const signOf = ({ polarity }: Pick<LevelCalibration, 'polarity'>, side: SideName = 'up'): 1 | -1 =>
  (polarity === 'falling') === (side === 'up') ? -1 : 1;

/** What belongs to each side, as it lies above rest and below it. */
export const bySide = <T>(
  level: Pick<LevelCalibration, 'polarity'>,
  { up, down }: Record<SideName, T>,
): [T, T] => (signOf(level) > 0 ? [up, down] : [down, up]);

/** The count at a distance from rest. @param distance counts */
export const countAt = (
  level: Pick<LaneLevel, 'rest' | 'polarity'>,
  distance: number,
  side: SideName = 'up',
): number => Math.round(level.rest) + signOf(level, side) * distance;
