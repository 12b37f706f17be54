import 'reflect-metadata/lite';
import { IsIn, IsInt, IsNumber, IsString, Max, Min } from 'class-validator';
import { finite } from '../../instrument/field';
import { Measured } from '../../instrument/measured';
import { ListOf } from '../../instrument/parts-of';

declare module '../../instrument/calibration' {
  interface Calibrations {
    touch: TouchCalibration;
  }
}

/** What was measured of one touch lane. */
export class TouchLane {
  /** Id of the sensor's lane. */
  @IsString() lane!: string;
  /** Level while nothing touches it, counts. */
  @IsNumber(finite) untouched!: number;
  /** σ while untouched, counts. */
  @IsNumber(finite) @Min(0) noise!: number;
  /** Level while it is touched, counts. */
  @IsNumber(finite) touched!: number;
  /** Touched at this distance from the followed untouched level or more, counts. */
  @IsInt() @Min(2) @Max(65535) on!: number;
  /** Released under this one, counts. */
  @IsInt() @Min(1) @Max(65535) off!: number;
}

/** A bank of touch lanes, read by a touch peripheral or by timing a charge. */
export class TouchCalibration extends Measured {
  @IsIn(['touch']) is!: 'touch';
  /** Whether touching raises the counts. */
  @IsIn(['rising', 'falling']) polarity!: 'rising' | 'falling';
  /** How fast the untouched level follows drift while nothing touches it, counts a second. */
  @IsNumber(finite) @Min(0.02) @Max(60) followPerSecond!: number;
  /** A touch of this length is taken for a change of the untouched level, s. */
  @IsNumber(finite) @Min(1) @Max(600) longestTouchS!: number;
  @ListOf(() => TouchLane, 128, 1)
  lanes!: TouchLane[];
}
