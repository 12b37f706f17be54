import 'reflect-metadata/lite';
import { IsIn, IsNumber, IsOptional, IsString, Max, Min } from 'class-validator';
import { LEAST_TIME, TIME_UNIT_US } from '../../engine/stroke-time';
import { finite } from '../../instrument/field';
import { Measured } from '../../instrument/measured';
import { ListOf } from '../../instrument/parts-of';
import { LAWS, type Law } from '../strokes/law';

declare module '../../instrument/calibration' {
  interface Calibrations {
    depth: DepthCalibration;
  }
}

/** Between them lies what the engine tells apart, ms. */
export const LEAST_MS = (LEAST_TIME * TIME_UNIT_US) / 1000;
export const MOST_MS = 131;

/** What a key reads at a depth. */
export class DepthPoint {
  @IsNumber(finite) @Min(0) @Max(65535) count!: number;
  /** Share of its way from rest to bottom. */
  @IsNumber(finite) @Min(0) @Max(1) depth!: number;
}

/** What was measured of one key, counts. */
export class DepthLane {
  /** Id of the sensor's lane. */
  @IsString() lane!: string;
  /** At rest, σ there, and pressed to its bottom. */
  @IsNumber(finite) @Min(0) @Max(65535) rest!: number;
  @IsNumber(finite) @Min(0) noise!: number;
  @IsNumber(finite) @Min(0) @Max(65535) bottom!: number;
  /** Its strokes take so many times as long as those of the others that are played alike. */
  @IsNumber(finite) @Min(0.2) @Max(5) factor!: number;
  /** From counts to depth between both ends, by rising depth; straight where there is none. */
  @IsOptional() @ListOf(() => DepthPoint, 64, 1) table?: DepthPoint[];
}

/** Keys whose depth a magnet tells: struck past one depth, as fast as they came from another, let go past a third. */
export class DepthCalibration extends Measured {
  @IsIn(['depth']) is!: 'depth';
  /** Shares of a key's way: where a note begins; where the next one may, and its time begins; where a note ends. */
  @IsNumber(finite) @Min(0.05) @Max(0.98) strike!: number;
  @IsNumber(finite) @Min(0.03) @Max(0.95) rearm!: number;
  @IsNumber(finite) @Min(0.02) @Max(0.95) damper!: number;
  /** From re-arm to strike depth: a stroke that reads nothing, and one that reads full, ms. */
  @IsNumber(finite) @Min(LEAST_MS) @Max(MOST_MS) slowMs!: number;
  @IsNumber(finite) @Min(LEAST_MS) @Max(MOST_MS) fastMs!: number;
  @IsIn([...LAWS]) law!: Law;
  @ListOf(() => DepthLane, 128, 1)
  lanes!: DepthLane[];
}
