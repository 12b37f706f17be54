import 'reflect-metadata/lite';
import { IsBoolean, IsIn, IsNumber, IsOptional, IsString, Max, Min } from 'class-validator';
import { LEAST_TIME, MOST_TIME, TIME_UNIT_US } from '../../engine/stroke-time';
import { finite } from '../../instrument/field';
import { Measured } from '../../instrument/measured';
import { ListOf } from '../../instrument/parts-of';
import { LAWS, type Law } from '../strokes/law';

declare module '../../instrument/calibration' {
  interface Calibrations {
    pair: PairCalibration;
  }
}

/** What the first contact that a key passes does, then the second. */
export const ORDERS = ['make-make', 'break-make', 'make-break', 'break-break'] as const;
export type Order = (typeof ORDERS)[number];

/** Between them lies what the engine tells apart, ms. */
export const LEAST_MS = (LEAST_TIME * TIME_UNIT_US) / 1000;
export const MOST_MS = (MOST_TIME * TIME_UNIT_US) / 1000;

/** What was measured of one key. */
export class PairLane {
  /** Id of the sensor's lane. */
  @IsString() lane!: string;
  /** Its strokes take so many times as long as those of the others that are played alike. */
  @IsNumber(finite) @Min(0.2) @Max(5) factor!: number;
  /** Whether its second contact is the one that it passes first. */
  @IsOptional() @IsBoolean() swapped?: boolean;
  /** What its contacts do, where that differs from the others. */
  @IsOptional() @IsIn([...ORDERS]) order?: Order;
}

/** Keys with two contacts each: the time from one to the other tells how hard a key is struck. */
export class PairCalibration extends Measured {
  @IsIn(['pair']) is!: 'pair';
  @IsIn([...ORDERS]) order!: Order;
  /** Time of a stroke that reads nothing, and of one that reads full, ms. */
  @IsNumber(finite) @Min(LEAST_MS) @Max(MOST_MS) slowMs!: number;
  @IsNumber(finite) @Min(LEAST_MS) @Max(MOST_MS) fastMs!: number;
  @IsIn([...LAWS]) law!: Law;
  /** What a contact does so short a time after it changed is its bounce, ms. */
  @IsNumber(finite) @Min(0) @Max(60) debounceMs!: number;
  /** Whether a note is struck again by the second contact alone, without the first coming back. */
  @IsBoolean() restrikes!: boolean;
  @ListOf(() => PairLane, 127, 1)
  lanes!: PairLane[];
}
