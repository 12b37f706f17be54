import 'reflect-metadata';
import { IsInt, IsNumber, IsOptional, IsString, Length, Matches, Max, Min } from 'class-validator';
import { finite, ID } from './field';

/** What a board can do. */
export class Board {
  @Matches(ID) @Length(1, 40) id!: string;
  @IsString() @Length(1, 80) name!: string;
  /** Converter resolution; counts run 0 … 2^bits − 1. */
  @IsInt() @Min(8) @Max(16) bits!: number;
  /** Converter reference and sensor supply, volts. */
  @IsNumber(finite) @Min(1) @Max(12) supplyVolts!: number;
  /** Scans a second. */
  @IsInt() @Min(20) @Max(20000) scanHz!: number;
  /** Response tables on the board have 2^tableBits + 1 points: 17 … 257. */
  @IsInt() @Min(4) @Max(8) tableBits!: number;
  /** Bits a second of its MIDI output: 31 250 on a MIDI cable. */
  @IsInt() @Min(9600) @Max(12_000_000) midiBaud!: number;
  /** Working memory, bytes; not told: taken to be enough. */
  @IsOptional() @IsInt() @Min(128) @Max(2 ** 31) memoryBytes?: number;
  /** Program memory, bytes; likewise. */
  @IsOptional() @IsInt() @Min(1024) @Max(2 ** 31) flashBytes?: number;
}

/** One board's output entering another. */
export class Link {
  @IsString() from!: string;
  @IsString() to!: string;
}
