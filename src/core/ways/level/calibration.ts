import 'reflect-metadata/lite';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { finite } from '../../instrument/field';
import { Measured } from '../../instrument/measured';

declare module '../../instrument/calibration' {
  interface Calibrations {
    level: LevelCalibration;
  }
}

/** A pair of distances or counts, one a side; `down` is null on a one-sided sensor. */
export class Sides {
  @IsNumber(finite) up!: number;
  @IsOptional() @IsNumber(finite) down!: number | null;
}

/** How far from rest a loud attack is after a window: p95 of the loud takes. */
export class AttackPoint {
  /** From the gate's opening, ms. */
  @IsNumber(finite) @Min(0) @Max(60) windowMs!: number;
  /** Counts. */
  @IsInt() @Min(1) @Max(65535) distance!: number;
}

/**
 * What was measured of one level, in counts of its board. `up` is the side that playing moves to; on a falling
 * sensor (more playing, fewer counts) its reach, on and off lie below rest.
 */
export class LevelCalibration extends Measured {
  @IsIn(['level']) is!: 'level';
  @IsNumber(finite) rest!: number;
  /** σ of the rest take, counts. */
  @IsNumber(finite) @Min(0) noise!: number;
  @IsIn(['rising', 'falling']) polarity!: 'rising' | 'falling';
  /** Comfortable loudest, counts. */
  @IsObject() @ValidateNested() @Type(() => Sides) reach!: Sides;
  /** The gate opens at this count or beyond. */
  @IsInt() on!: number;
  /** The gate closes once the count falls short of this. */
  @IsInt() off!: number;
  @IsOptional() @IsInt() onDown!: number | null;
  @IsOptional() @IsInt() offDown!: number | null;
  /** Distance from rest, counts, within which the response stays at its floor. */
  @IsObject() @ValidateNested() @Type(() => Sides) deadZone!: Sides;
  /** Hold-off, ms: least time that a gate stays open, and then closed, before it may change again; 0 … 250. */
  @IsOptional() @IsNumber(finite) @Min(0) @Max(250) holdOffMs?: number;
  /** Loud attacks, by rising window; absent where nothing loud was played. */
  @IsOptional()
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(16)
  @IsObject({ each: true })
  @ValidateNested({ each: true })
  @Type(() => AttackPoint)
  attack?: AttackPoint[];
}
