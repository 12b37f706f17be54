import 'reflect-metadata/lite';
import { IsIn, IsInt, IsNumber, IsString, Length, Max, Min } from 'class-validator';
import { finite } from '../../instrument/field';
import { Measured } from '../../instrument/measured';
import { ListOf } from '../../instrument/parts-of';

declare module '../../instrument/calibration' {
  interface Calibrations {
    travel: TravelCalibration;
  }
}

/** What was measured of one lane that stays where it is left, in counts of its board. */
export class TravelLane {
  @IsString() @Length(1, 40) lane!: string;
  /** Where it reads nothing, and where it reads all: a little within its ends, so that both are always reached. */
  @IsInt() @Min(0) @Max(65535) low!: number;
  @IsInt() @Min(0) @Max(65535) high!: number;
  /** σ while it is left alone. */
  @IsNumber(finite) @Min(0) noise!: number;
  /** Counts past the edge of a step by which a value is kept, so that nothing is sent while it is left alone. */
  @IsInt() @Min(0) @Max(255) deadband!: number;
}

/** What happens when a bank or a scene changes under what stays where it is: the value jumps, waits to be picked up, or is scaled. */
export const TAKEOVERS = ['jump', 'pick-up', 'scale'] as const;

/** Pots, sliders, pedals: what stays where it is left. */
export class TravelCalibration extends Measured {
  @IsIn(['travel']) is!: 'travel';
  /** Whether `low`, or `high`, reads nothing. */
  @IsIn(['rising', 'falling']) polarity!: 'rising' | 'falling';
  @IsIn(TAKEOVERS) takeover!: (typeof TAKEOVERS)[number];
  @ListOf(() => TravelLane, 128, 1)
  lanes!: TravelLane[];
}
