import 'reflect-metadata/lite';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  Length,
  Matches,
  Max,
  Min,
} from 'class-validator';
import { finite, ID } from './field';
import { ObjectOf } from './parts-of';

/** Some of the twelve notes of an octave, tuned evenly. */
export class ScaleTuning {
  @IsIn(['scale']) is!: 'scale';
  @Matches(ID) @Length(1, 40) id!: string;
  @IsString() @Length(1, 60) name!: string;
  /** Its first note, 0 (C) … 11 (B). */
  @IsInt() @Min(0) @Max(11) key!: number;
  /** Semitones above the key, rising from 0. */
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(12)
  @IsInt({ each: true })
  @Min(0, { each: true })
  @Max(11, { each: true })
  notes!: number[];
}

/** Which key plays which degree of a scale, as a Scala keyboard mapping (.kbm) says it. */
export class KeyboardMap {
  /** Keys that are mapped, 0 … 127; others are silent. */
  @IsInt() @Min(0) @Max(127) first!: number;
  @IsInt() @Min(0) @Max(127) last!: number;
  /** The key that plays degree 0. */
  @IsInt() @Min(0) @Max(127) middle!: number;
  /** The key that sounds at `hz`. */
  @IsInt() @Min(0) @Max(127) reference!: number;
  @IsNumber(finite) @Min(1) @Max(20000) hz!: number;
  /** The degree by which one repetition of `keys` rises. */
  @IsInt() @Min(0) @Max(1024) octave!: number;
  /** Degrees of the keys from `middle` on; −1 for a key that is silent. Empty: one degree a key. */
  @IsArray()
  @ArrayMaxSize(128)
  @IsInt({ each: true })
  @Min(-1, { each: true })
  @Max(1024, { each: true })
  keys!: number[];
}

/** A scale as Scala files (.scl) have it. */
export class ScalaTuning {
  @IsIn(['scala']) is!: 'scala';
  @Matches(ID) @Length(1, 40) id!: string;
  @IsString() @Length(1, 60) name!: string;
  /** Of its degrees above the first, cents; the last is the interval at which it repeats. */
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(128)
  @IsNumber(finite, { each: true })
  @Min(-12000, { each: true })
  @Max(12000, { each: true })
  cents!: number[];
  /** Degree 0 on middle C (261.6256 Hz) and a degree a key where it is left out. */
  @IsOptional() @ObjectOf(() => KeyboardMap) map?: KeyboardMap;
}

/** Which notes there are, and how they are tuned. */
export type Tuning = ScaleTuning | ScalaTuning;
export const TUNINGS = { scale: ScaleTuning, scala: ScalaTuning } as const;
