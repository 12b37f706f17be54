import 'reflect-metadata/lite';
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsInt,
  IsISO8601,
  IsNumber,
  IsOptional,
  IsString,
  Length,
  Matches,
  Max,
  Min,
} from 'class-validator';
import { Board, Link, MidiInput } from './board';
import { Face } from './face';
import { finite, ID, PIN } from './field';
import { LogEntry, MOST_COST, MOST_ENTRIES } from './log-entry';
import { Sensor } from './sensor';
import { Union } from './union';
import { VOICES, type Voice } from './voices';
import { TUNINGS, type Tuning } from './tunings';
import { Clock, Scene, Selector } from './scenes';
import { ZONES, type Zone } from './zones';
import { ListOf, ObjectOf } from './parts-of';

/**
 * The one document: an instrument, its boards, its sensors with what was measured, its voices and its log.
 * Published as a JSON Schema (see schema.ts); rules that span fields are in rules/. Property names are the
 * format; see docs/formats.md for units.
 */
export const FORMAT = 'cheironom-instrument';
export const VERSION = 3;

/** A step of the build that is done. */
export class BuiltStep {
  /** Id of the step: core/plan/build-list.ts. */
  @IsString() @Length(1, 60) step!: string;
  @IsISO8601() at!: string;
  @IsOptional() @IsString() @Length(1, 500) note?: string;
}

export const LIGHT_WIRINGS = ['clocked', 'strip', 'single'] as const;

/** Lights of three colours each, to be led to the first board. */
export class Lights {
  @IsInt() @Min(1) @Max(500) count!: number;
  /** A strip takes one data pin for all, and one for a clock where it is clocked; lights by themselves take three pins each. */
  @IsIn(LIGHT_WIRINGS) as!: (typeof LIGHT_WIRINGS)[number];
  /** Pins of the first board: data, and clock; or red, green and blue of each light. None where its pins are not told, or none are left. */
  @IsOptional() @IsArray() @ArrayMaxSize(1500) @Matches(PIN, { each: true }) pins?: string[];
}

/** What a part costs, as the maker typed it. */
export class Price {
  /** As the list of parts names it. */
  @IsString() @Length(1, 120) part!: string;
  @IsNumber(finite) @Min(0) @Max(MOST_COST) cost!: number;
}

export class Instrument {
  @IsIn([FORMAT]) format!: typeof FORMAT;
  @IsIn([VERSION]) version!: typeof VERSION;
  @Matches(ID) @Length(1, 60) id!: string;
  @IsString() @Length(1, 60) name!: string;
  /** What it is, in the maker's words. */
  @IsString() @Length(0, 120) about!: string;
  @ListOf(() => Board, 8, 1)
  boards!: Board[];
  @ListOf(() => Link, 8)
  links!: Link[];
  /** MIDI inputs for what is none of its boards; none where it is left out. */
  @IsOptional()
  @ListOf(() => MidiInput, 8)
  inputs?: MidiInput[];
  @ListOf(() => Sensor, 128, 1)
  sensors!: Sensor[];
  @IsArray() @ArrayMaxSize(255) @Union(VOICES, { each: true }) voices!: Voice[];
  @IsArray() @ArrayMaxSize(64) @Union(ZONES, { each: true }) zones!: Zone[];
  @ListOf(() => Scene, 32)
  scenes!: Scene[];
  /** What selects them; none where it is left out. */
  @IsOptional()
  @ListOf(() => Selector, 64)
  selectors?: Selector[];
  /** None where it is left out. */
  @IsOptional() @ObjectOf(() => Clock) clock?: Clock;
  @ListOf(() => LogEntry, MOST_ENTRIES)
  log!: LogEntry[];
  /** Scales and tunings that its voices name; twelve even semitones where they name none. */
  @IsOptional() @IsArray() @ArrayMaxSize(32) @Union(TUNINGS, { each: true }) tunings?: Tuning[];
  /** Steps of the build that are done; none where it is left out. */
  @IsOptional()
  @ListOf(() => BuiltStep, 2000)
  built?: BuiltStep[];
  /** What it is fed from, mAh; a lead where it is left out. */
  @IsOptional() @IsNumber(finite) @Min(1) @Max(1_000_000) batteryMah?: number;
  /** Sign of the currency that parts are priced in; none where it is left out. */
  @IsOptional() @IsString() @Length(1, 6) currency?: string;
  /** Prices that were typed; others are invented. */
  @IsOptional()
  @ListOf(() => Price, 500)
  prices?: Price[];
  /** Three-colour lights that it carries, and how they are wired. */
  @IsOptional() @ObjectOf(() => Lights) lights?: Lights;
  @IsOptional() @ObjectOf(() => Face) face?: Face;
}
