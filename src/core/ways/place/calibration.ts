import 'reflect-metadata/lite';
import { IsIn, IsInt, IsNumber, IsString, Length, Max, Min } from 'class-validator';
import { finite } from '../../instrument/field';
import { Measured } from '../../instrument/measured';
import { ListOf } from '../../instrument/parts-of';

declare module '../../instrument/calibration' {
  interface Calibrations {
    place: PlaceCalibration;
  }
}

/** What a lane reads at a place. */
export class PlacePoint {
  @IsNumber(finite) @Min(0) @Max(65535) count!: number;
  /** Share of the playing length. */
  @IsNumber(finite) @Min(0) @Max(1) place!: number;
}

/** What was measured of one lane that is touched somewhere, in counts of its board. */
export class PlaceLane {
  @IsString() @Length(1, 40) lane!: string;
  /** Level while nothing touches it, and its σ there. */
  @IsNumber(finite) @Min(0) @Max(65535) rest!: number;
  @IsNumber(finite) @Min(0) noise!: number;
  /** Touched at this distance from rest or more, counts; released short of the other. */
  @IsInt() @Min(1) @Max(65535) on!: number;
  @IsInt() @Min(1) @Max(65535) off!: number;
  /** σ of the count while it is touched and held. */
  @IsNumber(finite) @Min(0) touchedNoise!: number;
  /** A place that moves by more than this share of the length in a frame is no slide: a finger lands there, or lifts. */
  @IsNumber(finite) @Min(0.0005) @Max(1) drop!: number;
  /** Frames that must agree on a place after it has jumped; 1 … 50. */
  @IsInt() @Min(1) @Max(50) settle!: number;
  /** From counts to place, by rising count, two or more; the place rises or falls all along. */
  @ListOf(() => PlacePoint, 64, 2)
  map!: PlacePoint[];
}

/** How the marks of semitones lie along it: equally, or as frets on a string do. */
export const SPACINGS = ['equal', 'string'] as const;

/** Ribbons and chains of resistors: where they are touched, and whether. */
export class PlaceCalibration extends Measured {
  @IsIn(['place']) is!: 'place';
  @IsIn(SPACINGS) spacing!: (typeof SPACINGS)[number];
  @ListOf(() => PlaceLane, 16, 1)
  lanes!: PlaceLane[];
}
