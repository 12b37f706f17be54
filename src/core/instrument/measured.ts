import 'reflect-metadata/lite';
import { ArrayMaxSize, IsArray, IsBoolean, IsISO8601, IsOptional, IsString, Length } from 'class-validator';
import { ListOf } from './parts-of';

/** A value that was typed, or moved by hand, in place of what was measured. */
export class Typed {
  /** Its name in its way: `thumb/on`, `strike`. */
  @IsString() @Length(1, 60) value!: string;
  /** Whether it stays when the sensor is measured again. */
  @IsOptional() @IsBoolean() stays?: boolean;
}

/** Where a calibration comes from. */
export class Measured {
  /** Ids of the takes that it came from. */
  @IsArray() @ArrayMaxSize(64) @IsString({ each: true }) takes!: string[];
  /** Why these values and not others. */
  @IsString() @Length(0, 2000) method!: string;
  @IsOptional() @IsISO8601() measuredAt?: string;
  /** Values of it that were typed. */
  @IsOptional()
  @ListOf(() => Typed, 256)
  typed?: Typed[];
}
