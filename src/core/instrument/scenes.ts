import 'reflect-metadata/lite';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  Length,
  Matches,
  Max,
  Min,
} from 'class-validator';
import { ID } from './field';
import { ListOf, ObjectOf } from './parts-of';
import { Source } from './voices';

/** A set of voices that can be switched in; every voice is in all scenes unless it names some. */
export class Scene {
  @Matches(ID) @Length(1, 40) id!: string;
  @IsString() @Length(1, 60) name!: string;
  /** Whether notes that do not live in it end when it begins; they sound until they are let go where it is left out. */
  @IsOptional() @IsBoolean() ends?: boolean;
}

/** Guards that a selector can have. */
export const MOST_GUARDS = 8;

/** Selectors that mute, each another part of the voices, at most. */
export const MOST_MUTES = 8;

/** What a clock is told. */
export const TRANSPORTS = ['start', 'stop', 'continue', 'toggle'] as const;

/** A gate that changes how the rest plays, when it opens: one of these. */
export class Selector {
  @ObjectOf(() => Source) gate!: Source;
  /** Id of the scene that it selects. */
  @IsOptional() @IsString() @Length(1, 40) scene?: string;
  /** Or the next one, or the one before, round. */
  @IsOptional() @IsIn([1, -1]) step?: 1 | -1;
  /** Ids of note voices, which are silent from then on, or sound again. */
  @IsOptional()
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(255)
  @IsString({ each: true })
  mutes?: string[];
  /** All begins anew: notes end, the first scene plays, nothing is muted or shifted, the clock is as it begins. */
  @IsOptional() @IsIn([true]) resets?: true;
  /** Semitones that notes begin higher from then on; 0: as they are written. */
  @IsOptional() @IsInt() @Min(-60) @Max(60) shift?: number;
  /** Beats a minute that the clock goes faster; 0: as it begins. */
  @IsOptional() @IsInt() @Min(-60) @Max(60) tempo?: number;
  /** Each tap is a beat: two or more, as far apart as a beat can be, give the tempo. */
  @IsOptional() @IsIn([true]) taps?: true;
  /** What whoever follows the clock is told; toggled: to start, or to stop what was started. */
  @IsOptional() @IsIn(TRANSPORTS) transport?: (typeof TRANSPORTS)[number];
  /** Gates that must be open all together meanwhile: a chord that is held, so that it is selected by nobody's accident. */
  @IsOptional() @ListOf(() => Source, MOST_GUARDS) guards?: Source[];
}

/** What a selector does: the one of its fields that is given. */
export const DOINGS = ['scene', 'step', 'mutes', 'resets', 'shift', 'tempo', 'taps', 'transport'] as const;
export type Doing = (typeof DOINGS)[number];
export const doingOf = (selector: Selector): Doing =>
  DOINGS.find((field) => selector[field] !== undefined) ?? 'step';

/** The MIDI clock that one of the boards sends: 24 a quarter. */
export class Clock {
  @IsString() @Length(1, 40) board!: string;
  /** Beats a minute: as it begins, and between which it can be. */
  @IsInt() @Min(20) @Max(300) bpm!: number;
  @IsInt() @Min(20) @Max(300) least!: number;
  @IsInt() @Min(20) @Max(300) most!: number;
}

/** Tempos that a clock can have at most, a beat a minute apart. */
export const MOST_TEMPOS = 128;
