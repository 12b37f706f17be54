import 'reflect-metadata/lite';
import { IsIn, IsInt, IsNumber, IsOptional, IsString, Max, Min } from 'class-validator';
import { finite } from '../../instrument/field';
import { Measured } from '../../instrument/measured';
import { ListOf } from '../../instrument/parts-of';

declare module '../../instrument/calibration' {
  interface Calibrations {
    strike: StrikeCalibration;
  }
}

/** What was measured of one strike lane. */
export class StrikeLane {
  /** Id of the sensor's lane. */
  @IsString() lane!: string;
  /** Counts at rest. */
  @IsNumber(finite) rest!: number;
  /** σ at rest, counts. */
  @IsNumber(finite) @Min(0) noise!: number;
  /** A strike begins at this distance from rest, counts. */
  @IsInt() @Min(2) @Max(65535) on!: number;
  /** Peak of a loud strike, counts from rest: reads full velocity. */
  @IsInt() @Min(3) @Max(65535) full!: number;
}

/** A bank of strike lanes: the peak in a window decides, then a mask and a decaying level guard against a second one. */
export class StrikeCalibration extends Measured {
  @IsIn(['strike']) is!: 'strike';
  /** From the crossing of "on" to the decision, ms; the peak in it is the strength. */
  @IsNumber(finite) @Min(0) @Max(60) windowMs!: number;
  /** From the crossing, ms: nothing else is a strike before. */
  @IsNumber(finite) @Min(0) @Max(250) maskMs!: number;
  /** After the mask a strike must exceed the last peak, halved every so many ms, or "on" where that is more. */
  @IsNumber(finite) @Min(1) @Max(60) halfLifeMs!: number;
  /** From note-on to note-off, ms. */
  @IsNumber(finite) @Min(1) @Max(250) lengthMs!: number;
  /** What lies under this share of another lane's peak, while that one rings, is its shock and no strike; 0 … 0.5, none given: 0. */
  @IsOptional() @IsNumber(finite) @Min(0) @Max(0.5) shockShare?: number;
  @ListOf(() => StrikeLane, 128, 1)
  lanes!: StrikeLane[];
}
