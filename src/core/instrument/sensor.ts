import 'reflect-metadata/lite';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  Length,
  Matches,
  Max,
  Min,
} from 'class-validator';
import { CALIBRATIONS, type Calibration } from './calibration';
import { At } from './face';
import { COLUMN, finite, ID, PIN_PLACE } from './field';
import { PortResponse } from './response';
import { Union } from './union';
import { ListOf, ObjectOf } from './parts-of';

/** One input of a sensor: a column of counts in frames and takes, or contacts whose edges are recorded. */
export class Lane {
  @Matches(ID) @Length(1, 40) id!: string;
  /** Column of its counts. */
  @IsOptional() @Matches(COLUMN) @Length(1, 40) column?: string;
  /** Names of its contacts. */
  @IsOptional()
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(2)
  @Matches(COLUMN, { each: true })
  @Length(1, 40, { each: true })
  contacts?: string[];
  /** The pin it is wired to, as the sketch names it; A5.11: input 11 of the multiplexer on A5; 4.9: row 4 of a matrix, column 9. */
  @IsOptional() @Matches(PIN_PLACE) pin?: string;
  /** That of its second contact; of a pad that is timed, the one that charges it. */
  @IsOptional() @Matches(PIN_PLACE) otherPin?: string;
  /** The note that it stands for, 0 … 127. */
  @IsOptional() @IsInt() @Min(0) @Max(127) note?: number;
  /** Where it lies on the face; among what has no place yet where it is left out. Of lanes that are one part the first one's counts. */
  @IsOptional() @ObjectOf(() => At) at?: At;
}

/** A calibration that no longer fits, and the bits of the board in whose counts it is. */
export class FormerCalibration {
  @IsInt() @Min(8) @Max(16) bits!: number;
  @Union(CALIBRATIONS) calibration!: Calibration;
}

export class Sensor {
  @Matches(ID) @Length(1, 40) id!: string;
  @IsString() @Length(1, 60) name!: string;
  /** Id of a sensor kind: core/kinds. */
  @IsString() @Length(1, 40) kind!: string;
  /** Id of the board that it is wired to. */
  @IsString() @Length(1, 40) board!: string;
  /** What the player does to it, where the kind's own verb is not right: "push". */
  @IsOptional() @Matches(/^[a-z]{2,12}$/) verb?: string;
  /** Numbers from the part's sheet, by the names that its kind gives them. */
  @IsOptional() @IsObject() facts?: Record<string, number>;
  @ListOf(() => Lane, 128, 1)
  lanes!: Lane[];
  @IsOptional() @Union(CALIBRATIONS) calibration?: Calibration;
  /** What was measured before, the newest first: to be compared with, and taken back. */
  @IsOptional() @IsArray() @ArrayMaxSize(5) @Union(CALIBRATIONS, { each: true }) earlier?: Calibration[];
  /** How its ports, and lanes of them, answer; straight where neither is named. */
  @ListOf(() => PortResponse, 256)
  responses!: PortResponse[];
  /** A calibration in counts of another board, kept for the day when it fits again. */
  @IsOptional() @ObjectOf(() => FormerCalibration) former?: FormerCalibration;
  /** Gesture mark: the shape of the medium take, 0 … 1, evenly spaced in time. */
  @IsOptional() @IsArray() @ArrayMaxSize(64) @IsNumber(finite, { each: true }) mark?: number[];
}
