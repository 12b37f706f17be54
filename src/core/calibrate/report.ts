import type { Calibration } from '../instrument/calibration';
import type { Lane, Sensor } from '../instrument/sensor';
import type { Finding } from '../findings/finding';
import type { Take } from '../signal/take';
import type { Stroke } from './dynamics';
import type { Picture } from './picture';

/** A sensor's takes, to be calibrated from. */
export interface SensorJob {
  board: { bits: number };
  sensor: {
    id: string;
    name: string;
    kind: string;
    lanes: readonly Lane[];
    /** Numbers of the part's sheet that were typed. */
    facts?: Sensor['facts'];
  };
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
  calibration: Calibration;
  readings: {
    lanes: LaneReading[];
    /** Numbers that lanes share, by name. */
    numbers: Record<string, number>;
  };
  findings: Finding[];
  /** Gesture mark of its median gesture, or null. */
  mark: number[] | null;
  /** How hard its strokes were, where it has strokes. */
  strokes?: Stroke[];
  /** Its judgements drawn, where they are: one a lane. */
  pictures?: Picture[];
}

/** The reports that there are, by their form: a way whose report is no bank's adds its own. */
export interface Reports {
  bank: BankReport;
}

/** What a sensor's takes came to. */
export type Report = Reports[keyof Reports];
