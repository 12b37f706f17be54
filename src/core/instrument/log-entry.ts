import 'reflect-metadata/lite';
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsISO8601,
  IsNumber,
  IsOptional,
  IsString,
  Length,
  Matches,
  Max,
  Min,
} from 'class-validator';
import { finite, ID } from './field';

/** Entries of a log at most; the oldest give way. */
export const MOST_ENTRIES = 5000;
/** Letters of what an entry says, lines of what changed, letters of each, and pictures, at most. */
export const MOST_LETTERS = 4000;
const MOST_LINES = 40;
const LINE_LETTERS = 300;
export const MOST_PICTURES = 12;
/** What a part can cost at most. */
export const MOST_COST = 1e6;

/** A line of an instrument's log: what was done, seen or bought. */
export class LogEntry {
  @IsISO8601() at!: string;
  @IsString() @Length(1, MOST_LETTERS) says!: string;
  /** Whether the maker wrote it; what the application writes itself has no such word. */
  @IsOptional() @IsIn(['maker']) by?: 'maker';
  /** What changed, a line each: "Bellows: on 22 → 31". */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(MOST_LINES)
  @IsString({ each: true })
  @Length(1, LINE_LETTERS, { each: true })
  changes?: string[];
  /** Ids of pictures, which are kept outside the instrument. */
  @IsOptional() @IsArray() @ArrayMaxSize(MOST_PICTURES) @Matches(ID, { each: true }) pictures?: string[];
  /** What was paid for, in the maker's currency. */
  @IsOptional() @IsNumber(finite) @Min(0) @Max(MOST_COST) cost?: number;
}

/** A log with one entry more. */
export const withEntry = (log: readonly LogEntry[], entry: LogEntry): LogEntry[] =>
  [...log, entry].slice(-MOST_ENTRIES);

/** What changed, no more and no longer than an entry takes: the last line then says how many are left out. */
export function fewLines(changes: readonly string[]): string[] {
  const lines = changes.map((line) => line.slice(0, LINE_LETTERS));
  if (lines.length <= MOST_LINES) return lines;
  return [...lines.slice(0, MOST_LINES - 1), `and ${lines.length - MOST_LINES + 1} more`];
}
