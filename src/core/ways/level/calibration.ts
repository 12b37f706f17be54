import 'reflect-metadata/lite';
import { IsIn, IsInt, IsNumber, IsOptional, IsString, Length, Max, Min } from 'class-validator';
import { finite } from '../../instrument/field';
import { Measured } from '../../instrument/measured';
import { ListOf, ObjectOf } from '../../instrument/parts-of';

declare module '../../instrument/calibration' {
  interface Calibrations {
    level: LevelCalibration;
  }
}

/** One side of rest, in whole counts from the whole-count rest: dead zone, off < on < reach. */
export class Side {
  /** Comfortable loudest. */
  @IsInt() @Min(1) @Max(65535) reach!: number;
  /** Within it the response stays at its floor. */
  @IsInt() @Min(0) @Max(65535) dead!: number;
  /** The gate opens at this distance or beyond. */
  @IsInt() @Min(1) @Max(65535) on!: number;
  /** The gate closes once the distance falls short of this. */
  @IsInt() @Min(1) @Max(65535) off!: number;
}

/** How far from rest a loud attack is after a window: p95 of the loud takes. */
export class AttackPoint {
  /** From the gate's opening, ms. */
  @IsNumber(finite) @Min(0) @Max(60) windowMs!: number;
  /** Counts. */
  @IsInt() @Min(1) @Max(65535) distance!: number;
}

/** What known weights came to: the share of the supply of a force, by the law of parts/force-law.ts. */
export class KnownForce {
  /** Resistance at one newton over the fixed resistor's. */
  @IsNumber(finite) @Min(1e-9) @Max(1e9) ratio!: number;
  @IsNumber(finite) @Min(0.05) @Max(10) exponent!: number;
  /** How far the weights lie from the law, root mean square, share of their force. */
  @IsNumber(finite) @Min(0) residual!: number;
}

/** What known pressures came to: share of the supply = perKpa · kPa + offset. */
export class KnownPressure {
  @IsNumber(finite) @Min(-10) @Max(10) perKpa!: number;
  @IsNumber(finite) @Min(-10) @Max(10) offset!: number;
  /** How far the pressures lie from the line, root mean square, kPa. */
  @IsNumber(finite) @Min(0) residual!: number;
}

/** What was measured of one lane, in counts of its board. */
export class LevelLane {
  @IsString() @Length(1, 40) lane!: string;
  @IsNumber(finite) @Min(0) @Max(65535) rest!: number;
  /** σ of the rest take, counts. */
  @IsNumber(finite) @Min(0) noise!: number;
  /** The side that playing moves to. */
  @ObjectOf(() => Side) up!: Side;
  /** The other side; null on a lane that is played one way. */
  @IsOptional() @ObjectOf(() => Side) down!: Side | null;
  /** Loud attacks, by rising window; absent where nothing loud was played. */
  @IsOptional()
  @ListOf(() => AttackPoint, 16, 1)
  attack?: AttackPoint[];
  /** Where known weights were laid on, or known pressures held: what gives it units. */
  @IsOptional() @ObjectOf(() => KnownForce) force?: KnownForce;
  @IsOptional() @ObjectOf(() => KnownPressure) pressure?: KnownPressure;
}

/** What was measured of levels: a record a lane, and what they share. */
export class LevelCalibration extends Measured {
  @IsIn(['level']) is!: 'level';
  /** Whether `up` lies above rest, or below it. */
  @IsIn(['rising', 'falling']) polarity!: 'rising' | 'falling';
  /** Hold-off, ms: least time that a gate stays open, and then closed, before it may change again; 0 … 250. */
  @IsOptional() @IsNumber(finite) @Min(0) @Max(250) holdOffMs?: number;
  /** Whether rest follows creep while nobody plays, of what creeps. */
  @IsOptional() @IsIn(['followed', 'left']) creep?: 'followed' | 'left';
  /** How fast rest was seen to creep between gestures, counts a second. */
  @IsOptional() @IsNumber(finite) @Min(0) @Max(1_000_000) creepPerSecond?: number;
  @ListOf(() => LevelLane, 128, 1)
  lanes!: LevelLane[];
}
