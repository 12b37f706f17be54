import { IsIn, IsNumber, Max, Min } from 'class-validator';
import type { ExponentialFilter, MedianFilter, OneEuroFilter } from '../shape/filters';
import { finite } from './field';

/** Filters of a port, one a class; what they do stands in shape/filters.ts. */

export class Median implements MedianFilter {
  @IsIn(['median']) is!: 'median';
  @IsIn([3, 5]) of!: number;
}

export class Exponential implements ExponentialFilter {
  @IsIn(['exponential']) is!: 'exponential';
  @IsNumber(finite) @Min(0.5) @Max(500) cutoffHz!: number;
}

export class OneEuro implements OneEuroFilter {
  @IsIn(['one-euro']) is!: 'one-euro';
  @IsNumber(finite) @Min(0.5) @Max(500) cutoffHz!: number;
  /** Hz for each reach a second. */
  @IsNumber(finite) @Min(0) @Max(100) quicker!: number;
}

export const FILTERS = { median: Median, exponential: Exponential, 'one-euro': OneEuro } as const;
