import 'reflect-metadata/lite';
import { ArrayMaxSize, IsArray, IsISO8601, IsOptional, IsString, Length } from 'class-validator';

/** Where a calibration comes from. */
export class Measured {
  /** Ids of the takes that it came from. */
  @IsArray() @ArrayMaxSize(64) @IsString({ each: true }) takes!: string[];
  /** Why these values and not others. */
  @IsString() @Length(0, 2000) method!: string;
  @IsOptional() @IsISO8601() measuredAt?: string;
}
