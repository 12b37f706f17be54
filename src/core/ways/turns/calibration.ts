import 'reflect-metadata/lite';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsIn,
  IsInt,
  IsNumber,
  IsString,
  Length,
  Max,
  Min,
} from 'class-validator';
import { finite } from '../../instrument/field';
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
  /** From step to step as it is turned, ms: the median. */
  @IsNumber(finite) @Min(2) @Max(500) stepMs!: number;
}

/** What a step counts at most where it is turned quickly. */
export const ACCELERATIONS = [1, 2, 4, 8] as const;

/** Knobs without an end. */
export class TurnsCalibration extends Measured {
  @IsIn(['turns']) is!: 'turns';
  /** Steps from nothing to all. */
  @IsInt() @Min(4) @Max(16384) steps!: number;
  /** What happens past the ends. */
  @IsIn(['stop', 'wrap']) ends!: 'stop' | 'wrap';
  /** Within half of its own time from step to step a step counts two, within a quarter four, within an eighth eight; at most so many. */
  @IsIn(ACCELERATIONS) accelerates!: (typeof ACCELERATIONS)[number];
  /** Whether it has one value, or one for each scene. */
  @IsIn(['one', 'scene']) values!: 'one' | 'scene';
  @ListOf(() => TurnsLane, 128, 1)
  lanes!: TurnsLane[];
}
