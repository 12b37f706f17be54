import type { ContactsCalibration, StrikeCalibration, TouchCalibration } from '../instrument/calibration';
import type { Lane } from '../instrument/sensor';
import type { Finding } from '../findings/finding';
import type { Take } from '../signal/take';
import type { LevelReport } from './level-types';

/** A sensor's takes, to be calibrated from. */
export interface SensorJob {
  board: { bits: number };
  sensor: { id: string; name: string; kind: string; lanes: readonly Lane[] };
  /** Frames with the columns of the sensor's lanes, or edges of its contacts. */
  takes: readonly Take[];
  /** Phantom notes an hour to accept. */
  phantomsPerHour?: number;
}

/** What was read of one lane of a bank. */
export interface LaneReading {
  /** Id of the lane. */
  lane: string;
  /** Gestures that were played on it, and the kind's own numbers by name: counts, unless the name says otherwise. */
  gestures: number;
  numbers: Record<string, number>;
}

/** What the takes of a bank came to: gestures and ranges, no frames. */
export interface BankReport {
  is: 'bank';
  calibration: TouchCalibration | StrikeCalibration | ContactsCalibration;
  readings: {
    lanes: LaneReading[];
    /** Numbers that lanes share, by name. */
    numbers: Record<string, number>;
  };
  findings: Finding[];
  /** Gesture mark of its median gesture, or null. */
  mark: number[] | null;
}

export type Report = LevelReport | BankReport;
