import 'reflect-metadata/lite';
import { IsIn, IsInt, IsNumber, IsString, Length, Max, Min } from 'class-validator';
import { finite } from '../../instrument/field';
import { Measured } from '../../instrument/measured';
import { ListOf } from '../../instrument/parts-of';

declare module '../../instrument/calibration' {
  interface Calibrations {
    speed: SpeedCalibration;
  }
}

/** What was measured of one wheel whose magnets pass a contact. */
export class SpeedLane {
  @IsString() @Length(1, 40) lane!: string;
  /** From pulse to pulse, ms: as slowly as still sounds, and as fast as it is played. */
  @IsNumber(finite) @Min(2) @Max(2000) slowestMs!: number;
  @IsNumber(finite) @Min(1) @Max(1900) fastestMs!: number;
  /** So long after its last pulse it stands, ms. */
  @IsNumber(finite) @Min(2) @Max(3000) stopMs!: number;
  /** What closes so soon after it opened is no pulse, ms. */
  @IsNumber(finite) @Min(0) @Max(250) bounceMs!: number;
  /** σ of a period while it turns evenly, share of it. */
  @IsNumber(finite) @Min(0) @Max(1) unevenness!: number;
  /** Of a new period is taken a half to this power: 0 takes it as it is. */
  @IsInt() @Min(0) @Max(3) smoothing!: number;
}

/** Cranked wheels: how fast they turn. */
export class SpeedCalibration extends Measured {
  @IsIn(['speed']) is!: 'speed';
  @ListOf(() => SpeedLane, 128, 1)
  lanes!: SpeedLane[];
}
