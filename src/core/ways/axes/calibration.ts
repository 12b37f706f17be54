import 'reflect-metadata/lite';
import { IsIn, IsNumber, IsString, Length, Max, Min } from 'class-validator';
import { finite } from '../../instrument/field';
import { Measured } from '../../instrument/measured';
import { ListOf, ObjectOf } from '../../instrument/parts-of';

declare module '../../instrument/calibration' {
  interface Calibrations {
    axes: AxesCalibration;
  }
}

/** What was measured of one axis: x, y and z of a sensor, in this order. */
export class AxisLane {
  @IsString() @Length(1, 40) lane!: string;
  /** Count where the axis lies level, and counts a g. */
  @IsNumber(finite) @Min(0) @Max(65535) offset!: number;
  @IsNumber(finite) @Min(16) @Max(65535) gain!: number;
  /** σ while it lies still, counts. */
  @IsNumber(finite) @Min(0) noise!: number;
  /** Standard errors of offset and gain, counts. */
  @IsNumber(finite) @Min(0) offsetError!: number;
  @IsNumber(finite) @Min(0) gainError!: number;
}

/** How far it is tilted about one axis as it is played, degrees. */
export class TiltRange {
  /** As it is held. */
  @IsNumber(finite) @Min(-180) @Max(180) rest!: number;
  /** From there to each side; 0 for a side to which it is not tilted. */
  @IsNumber(finite) @Min(0) @Max(175) up!: number;
  @IsNumber(finite) @Min(0) @Max(175) down!: number;
}

/** Which way is down. */
export class AxesCalibration extends Measured {
  @IsIn(['axes']) is!: 'axes';
  @ListOf(() => AxisLane, 3, 3)
  lanes!: AxisLane[];
  @ObjectOf(() => TiltRange) roll!: TiltRange;
  @ObjectOf(() => TiltRange) pitch!: TiltRange;
  /** Further off one g than this it is shaken, and holds, g. */
  @IsNumber(finite) @Min(0.05) @Max(1) steady!: number;
}
