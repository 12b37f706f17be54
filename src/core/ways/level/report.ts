import type { LaneReading } from '../../calibrate/report';
import type { Picture } from '../../calibrate/picture';
import type { LevelTake, PlayedGestures, PlayedTake } from '../../calibrate/played-take';
import type { LevelCalibration } from './calibration';
import type { KnownReadings } from './known/readings';
import type { LaneLevel } from './lane-level';
import type { Hum } from '../../signal/hum';
import type { Clipping } from '../../signal/rails';
import type { RestStatistics } from '../../signal/rest';
import type { Timing } from '../../signal/timing';
import type { Finding } from '../../findings/finding';
import type { Missed } from '../../calibrate/missed-share';
import type { PlayedDynamics } from './played-dynamics';
import type { Sidedness } from './sidedness';
import type { RestOutlier } from '../../calibrate/rest-outliers';
import type { RestSide, TradePoint } from '../../calibrate/thresholds';

declare module '../../calibrate/report' {
  interface Reports {
    level: LevelReport;
  }
}

export interface LevelJob {
  bits: number;
  sensor: string;
  /** Id of the lane. */
  lane: string;
  takes: readonly LevelTake[];
  /** Phantom notes an hour to accept. */
  phantomsPerHour?: number;
  /** Soft gestures that are enough to tell how many would be missed; twenty unless said. */
  enoughSoft?: number;
  /** What a guided take of known loads asks for; weights unless said. */
  loads?: 'weights' | 'pressures';
  /** What a gauge's sheet says, where that was typed: share of the supply a kPa. */
  sheet?: { perKpa?: number };
}

/** The few numbers that matter, as the server and the reading show them. */
export interface LevelReadings {
  /** At "on", both sides together. */
  falseTriggersPerHour: number;
  missedSoft: Missed;
  /** Theil–Sen, counts a minute; null where the rest take is under three seconds. */
  driftPerMinute: number | null;
  /** Levels that noise leaves apart between rest and reach, both sides together. */
  levels: number;
  /** Share of the converter between rest and reach, 0 … 1. */
  useOfRange: number;
  /** "On" above rest, in σ. */
  onSigmas: number;
  /** Standard error of rest, counts. */
  restStandardError: number;
  rateHz: number;
  jitterUs: number;
  /** How fast rest creeps between gestures, counts a second. */
  creepPerSecond: number;
  /** Openings of the gate beyond one a gesture, in the takes of single gestures. */
  chatter: number;
  dynamics: PlayedDynamics;
  /** Where known weights or pressures were applied. */
  known?: KnownReadings;
}

/** What the takes of one lane came to: gestures and ranges, no frames. */
export interface LaneReport {
  level: LaneLevel;
  /** Ids of the takes that it came from. */
  takes: string[];
  /** Counts that "on" was raised by against chatter; the side that needed more. */
  raisedBy: number;
  /** Whether thresholds were raised over what creeps back after gestures, and over other lanes' crosstalk. */
  overCreep: boolean;
  overBleeds: boolean;
  readings: LevelReadings;
  findings: Finding[];
  trade: { up: TradePoint[]; down: TradePoint[] | null };
  played: PlayedGestures[];
  rest: RestStatistics;
  /** Gesture mark of the medium take, or null. */
  mark: number[] | null;
  /** Judgements drawn, beside the trade. */
  pictures: Picture[];
}

/** What the takes of a sensor measured as levels came to, a report a lane. */
export interface LevelReport {
  is: 'level';
  calibration: LevelCalibration;
  /** Of its only lane; of several, by the lane. */
  readings: LevelReadings | { lanes: (LevelReadings & { lane: string })[] };
  findings: Finding[];
  lanes: LaneReport[];
  mark: number[] | null;
}

/** The report of one lane, or null. @param lane its id */
export const laneReport = (report: LevelReport | null, lane: string): LaneReport | null =>
  report?.lanes.find((l) => l.level.lane === lane) ?? null;

/** Lanes beside each other: distances in counts; and newtons at reach, where it was weighed. */
export const levelLanes = ({ lanes }: LevelReport): LaneReading[] =>
  lanes.map(({ level: { lane, rest, noise, up }, readings, played }) => ({
    lane,
    gestures: played.reduce((sum, { gestures }) => sum + gestures.length, 0),
    numbers: {
      ...{ rest: Math.round(rest), noise, on: up.on, reach: up.reach, missed: readings.missedSoft.missed },
      ...(readings.known && { [`${readings.known.unit} at reach`]: readings.known.atReach }),
    },
  }));

/** How far a lane moved because another one was played. */
export interface Bleed {
  take: string;
  fromUs: number;
  toUs: number;
  /** Count of its furthest sample. */
  peak: number;
  /** Id of the lane that was played. */
  from: string;
}

/** What the findings are drawn from. */
export interface LevelEvidence {
  job: LevelJob;
  rest: LevelTake;
  stats: RestStatistics;
  timing: Timing;
  hum: Hum[];
  clipping: { take: LevelTake; at: Clipping }[];
  played: PlayedTake[];
  sidedness: Sidedness;
  upSide: RestSide;
  level: LaneLevel;
  readings: LevelReadings;
  /** Distances of soft peaks on the up side. */
  softUp: number[];
  /** Counts that "on" was raised by against chatter; the side that needed more. */
  raisedBy: number;
  /** What other lanes moved this one by. */
  bleeds: readonly Bleed[];
  /** Disturbances of the rest take that were ignored, both sides together. */
  leftOut: RestOutlier[];
}
