import 'reflect-metadata/lite';
import { IsNumber, IsOptional, Max, Min } from 'class-validator';
import { finite } from './field';

/** The farthest that anything lies or reaches on a face, mm. */
export const MOST_MM = 5000;
const LEAST_MM = 1;

/** Where a lane lies on the instrument, seen from the front. */
export class At {
  /** Its middle, mm to the right of the face's left edge and down from its upper edge. */
  @IsNumber(finite) @Min(0) @Max(MOST_MM) x!: number;
  @IsNumber(finite) @Min(0) @Max(MOST_MM) y!: number;
  /** Its size before it is turned, mm; as its kind usually is where it is left out. */
  @IsOptional() @IsNumber(finite) @Min(LEAST_MM) @Max(MOST_MM) width?: number;
  @IsOptional() @IsNumber(finite) @Min(LEAST_MM) @Max(MOST_MM) height?: number;
  /** Degrees clockwise about its middle; none where it is left out. */
  @IsOptional() @IsNumber(finite) @Min(-180) @Max(180) turn?: number;
}

/** The outline of the instrument's face, mm; round what lies on it where it is left out. */
export class Face {
  @IsNumber(finite) @Min(LEAST_MM) @Max(MOST_MM) width!: number;
  @IsNumber(finite) @Min(LEAST_MM) @Max(MOST_MM) height!: number;
}
