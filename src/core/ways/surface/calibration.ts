import 'reflect-metadata/lite';
import { IsIn, IsInt, IsNumber, IsOptional, IsString, Length, Max, Min } from 'class-validator';
import { finite } from '../../instrument/field';
import { Measured } from '../../instrument/measured';
import { ListOf, ObjectOf } from '../../instrument/parts-of';
import { PlacePoint } from '../place/calibration';

declare module '../../instrument/calibration' {
  interface Calibrations {
    surface: SurfaceCalibration;
  }
}

/** What was measured across, or along: x, then y. */
export class SurfaceAxis {
  @IsString() @Length(1, 40) lane!: string;
  /** σ of the count while it is touched and held. */
  @IsNumber(finite) @Min(0) touchedNoise!: number;
  /** From counts to place, by rising count, two or more; the place rises or falls all along. */
  @ListOf(() => PlacePoint, 64, 2)
  map!: PlacePoint[];
  /** The outermost places that a finger reaches, shares of the length: there its ends are reached. 0 and 1 where it was not slid along its edges. */
  @IsOptional() @IsNumber(finite) @Min(0) @Max(0.4) low?: number;
  @IsOptional() @IsNumber(finite) @Min(0.6) @Max(1) high?: number;
}

/** How hard it is pressed, which tells whether it is touched; distances in counts from rest. */
export class SurfacePress {
  @IsString() @Length(1, 40) lane!: string;
  @IsNumber(finite) @Min(0) @Max(65535) rest!: number;
  @IsNumber(finite) @Min(0) noise!: number;
  @IsInt() @Min(2) @Max(65535) on!: number;
  @IsInt() @Min(1) @Max(65535) off!: number;
  /** The comfortable hardest. */
  @IsInt() @Min(4) @Max(65535) reach!: number;
}

/** Surfaces: where they are touched, both ways, and how hard. */
export class SurfaceCalibration extends Measured {
  @IsIn(['surface']) is!: 'surface';
  /** Whether pressing raises the counts. */
  @IsIn(['rising', 'falling']) polarity!: 'rising' | 'falling';
  /** Frames from a touch until its place is believed; 1 … 50. */
  @IsInt() @Min(1) @Max(50) settle!: number;
  @ListOf(() => SurfaceAxis, 2, 2)
  lanes!: SurfaceAxis[];
  @ObjectOf(() => SurfacePress) press!: SurfacePress;
}
