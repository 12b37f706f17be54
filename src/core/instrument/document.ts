import 'reflect-metadata';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsInt,
  IsISO8601,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  Length,
  Matches,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { SENSOR_KIND_IDS, type SensorKindId } from '../sensors/kinds';
import { CURVE_FAMILY_IDS, type CurveFamilyId } from '../shape/families';

/**
 * The one document: an instrument, its board, its sensors with what was measured, its voices and its log.
 * Published as a JSON Schema (see schema.ts); rules that span fields are in rules.ts. Property names are the
 * format; see docs/formats.md for units.
 */
export const FORMAT = 'cheironom-instrument';
export const VERSION = 1;

const ID = /^[a-z0-9][a-z0-9-]*$/;
const finite = { allowNaN: false, allowInfinity: false };

export class Board {
  @IsString() @Length(1, 80) name!: string;
  /** Converter resolution; counts run 0 … 2^bits − 1. */
  @IsInt() @Min(8) @Max(16) bits!: number;
  /** Converter reference and sensor supply, volts. */
  @IsNumber(finite) @Min(1) @Max(12) supplyVolts!: number;
  /** Scans a second. */
  @IsInt() @Min(20) @Max(20000) scanHz!: number;
  /** Response tables on the board have 2^tableBits + 1 points: 17 … 257. */
  @IsInt() @Min(4) @Max(8) tableBits!: number;
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
export class Calibration {
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
  /** Ids of the takes that it came from. */
  @IsArray() @ArrayMaxSize(64) @IsString({ each: true }) takes!: string[];
  /** Why these values and not others. */
  @IsString() @Length(0, 2000) method!: string;
  @IsOptional() @IsISO8601() measuredAt?: string;
}

export class CurvePoint {
  /** Share of the way from dead zone to reach, 0 … 1. */
  @IsNumber(finite) @Min(0) @Max(1) x!: number;
  /** Share of the output's range, 0 … 1. */
  @IsNumber(finite) @Min(0) @Max(1) y!: number;
}

/** What a soft, a medium and a loud gesture should read, 0 … 127. */
export class Dynamics {
  @IsNumber(finite) @Min(0) @Max(127) soft!: number;
  @IsNumber(finite) @Min(0) @Max(127) medium!: number;
  @IsNumber(finite) @Min(0) @Max(127) loud!: number;
}

export class Response {
  @IsIn(CURVE_FAMILY_IDS) family!: CurveFamilyId;
  /** Exponent of the power family. */
  @IsOptional() @IsNumber(finite) @Min(0.1) @Max(10) gamma?: number;
  /** Knots of the points family, x strictly rising, y never falling, first x = 0, last x = 1. */
  @IsOptional()
  @IsArray()
  @ArrayMinSize(2)
  @ArrayMaxSize(33)
  @IsObject({ each: true })
  @ValidateNested({ each: true })
  @Type(() => CurvePoint)
  points?: CurvePoint[];
  @IsOptional() @IsObject() @ValidateNested() @Type(() => Dynamics) dynamics?: Dynamics;
}

/** Two numbers from the gauge's sheet: volts = supply × (perKpa · kPa + offset). */
export class GaugeSheet {
  @IsNumber(finite) @Min(0.0001) @Max(10) perKpa!: number;
  @IsNumber(finite) @Min(0) @Max(1) offset!: number;
}

export class Sensor {
  @Matches(ID) @Length(1, 40) id!: string;
  @IsString() @Length(1, 60) name!: string;
  @IsIn(SENSOR_KIND_IDS) kind!: SensorKindId;
  /** Column of the sensor in frames and takes. */
  @Matches(/^[A-Za-z][\w-]*$/) @Length(1, 40) channel!: string;
  /** What the player does to it, where the kind's own verb is not right: "push". */
  @IsOptional() @Matches(/^[a-z]{2,12}$/) verb?: string;
  /** The pin it is wired to, as the sketch names it. */
  @IsOptional() @Matches(/^[A-Za-z0-9_]{1,12}$/) pin?: string;
  @IsOptional() @IsObject() @ValidateNested() @Type(() => GaugeSheet) gauge?: GaugeSheet;
  @IsOptional() @IsObject() @ValidateNested() @Type(() => Calibration) calibration?: Calibration;
  @IsObject() @ValidateNested() @Type(() => Response) response!: Response;
  /** Gesture mark: the shape of the medium take, 0 … 1, evenly spaced in time. */
  @IsOptional() @IsArray() @ArrayMaxSize(64) @IsNumber(finite, { each: true }) mark?: number[];
}

/** How a note's velocity is taken from the breath's first milliseconds. */
export class Velocity {
  /** Time from the gate's opening to the note-on, ms; the peak in it decides. */
  @IsNumber(finite) @Min(0) @Max(60) windowMs!: number;
  /** Distance from rest, counts, that a loud attack reaches within the window: reads `to`. */
  @IsInt() @Min(1) @Max(65535) full!: number;
  @IsInt() @Min(1) @Max(127) from!: number;
  @IsInt() @Min(1) @Max(127) to!: number;
}

export const VOICE_KINDS = ['controller', 'pressure', 'note'] as const;

/** One output of one sensor. */
export class Voice {
  @Matches(ID) @Length(1, 40) id!: string;
  @IsString() sensor!: string;
  @IsIn(VOICE_KINDS) kind!: (typeof VOICE_KINDS)[number];
  /** Which side of rest feeds it. */
  @IsIn(['both', 'up', 'down']) side!: 'both' | 'up' | 'down';
  /** MIDI channel as musicians count it. */
  @IsInt() @Min(1) @Max(16) channel!: number;
  /** Controller number (0 … 119; 120 and up are channel mode messages). */
  @IsOptional() @IsInt() @Min(0) @Max(119) controller?: number;
  /** 7, or 14 for controllers 0 … 31 with their low byte on number + 32. */
  @IsOptional() @IsIn([7, 14]) bits?: 7 | 14;
  /** Output range in steps of 7 or 14 bits. */
  @IsOptional() @IsInt() @Min(0) @Max(16383) from?: number;
  @IsOptional() @IsInt() @Min(0) @Max(16383) to?: number;
  /** A change is sent only once it is this many steps from the last value sent; ends always are. */
  @IsOptional() @IsNumber(finite) @Min(0) @Max(64) deadband?: number;
  /** At most this many messages a second; 20 … 1000. */
  @IsOptional() @IsInt() @Min(20) @Max(1000) perSecond?: number;
  @IsOptional() @IsInt() @Min(0) @Max(127) note?: number;
  @IsOptional() @IsObject() @ValidateNested() @Type(() => Velocity) velocity?: Velocity;
}

export class LogEntry {
  @IsISO8601() at!: string;
  @IsString() @Length(1, 500) says!: string;
}

export class Instrument {
  @IsIn([FORMAT]) format!: typeof FORMAT;
  @IsIn([VERSION]) version!: typeof VERSION;
  @Matches(ID) @Length(1, 60) id!: string;
  @IsString() @Length(1, 60) name!: string;
  /** What it is, in the maker's words. */
  @IsString() @Length(0, 120) about!: string;
  @IsObject() @ValidateNested() @Type(() => Board) board!: Board;
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(128)
  @IsObject({ each: true })
  @ValidateNested({ each: true })
  @Type(() => Sensor)
  sensors!: Sensor[];
  @IsArray()
  @ArrayMaxSize(256)
  @IsObject({ each: true })
  @ValidateNested({ each: true })
  @Type(() => Voice)
  voices!: Voice[];
  @IsArray()
  @ArrayMaxSize(5000)
  @IsObject({ each: true })
  @ValidateNested({ each: true })
  @Type(() => LogEntry)
  log!: LogEntry[];
}
