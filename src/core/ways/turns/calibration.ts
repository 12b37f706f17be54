import 'reflect-metadata/lite';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsIn,
  IsInt,
  IsString,
  Length,
  Max,
  Min,
} from 'class-validator';
import { Measured } from '../../instrument/measured';
import { ListOf } from '../../instrument/parts-of';

declare module '../../instrument/calibration' {
  interface Calibrations {
    turns: TurnsCalibration;
  }
}

/** Which contacts of an encoder are closed, in the order in which it passes them when its first contact leads. */
export const PHASES = ['none', 'first', 'both', 'second'] as const;
export type Phase = (typeof PHASES)[number];

/** What was found of one encoder. */
export class TurnsLane {
  @IsString() @Length(1, 40) lane!: string;
  /** The phases in which it comes to rest: one, two, or all four of a cycle. */
  @IsIn(PHASES, { each: true })
  @ArrayMinSize(1)
  @ArrayMaxSize(4)
  @ArrayUnique()
  rests!: Phase[];
  /** Whether turning it right makes its first contact lead, or its second. */
  @IsIn(['first', 'second']) leads!: 'first' | 'second';
}

/** Knobs without an end. */
export class TurnsCalibration extends Measured {
  @IsIn(['turns']) is!: 'turns';
  /** Steps from nothing to all. */
  @IsInt() @Min(4) @Max(16384) steps!: number;
  /** What happens past the ends. */
  @IsIn(['stop', 'wrap']) ends!: 'stop' | 'wrap';
  @ListOf(() => TurnsLane, 128, 1)
  lanes!: TurnsLane[];
}
