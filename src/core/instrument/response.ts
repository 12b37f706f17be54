import 'reflect-metadata/lite';
import { IsIn, IsNumber, IsOptional, IsString, Length, Max, Min } from 'class-validator';
import { CURVE_FAMILY_IDS, type CurveFamilyId } from '../shape/families';
import type { Filter } from '../shape/filters';
import { finite } from './field';
import { FILTERS } from './filter';
import { ListOf, ObjectOf } from './parts-of';
import { Union } from './union';

export class CurvePoint {
  /** Share of the way from dead zone to reach, 0 … 1. */
  @IsNumber(finite) @Min(0) @Max(1) x!: number;
  /** Share of the output's range, 0 … 1. */
  @IsNumber(finite) @Min(0) @Max(1) y!: number;
}

/** What a soft, a medium and a loud gesture should read, 0 … 127. */
export class Dynamics {
  @IsNumber(finite) @Min(0) @Max(127) soft!: number;
  @IsNumber(finite) @Min(0) @Max(127) medium!: number;
  @IsNumber(finite) @Min(0) @Max(127) loud!: number;
}

/** The form of a curve. */
export class CurveForm {
  @IsIn(CURVE_FAMILY_IDS) family!: CurveFamilyId;
  /** Exponent of the power family. */
  @IsOptional() @IsNumber(finite) @Min(0.1) @Max(10) gamma?: number;
  /** Of the exponential family; below 0 its inverse. */
  @IsOptional() @IsNumber(finite) @Min(-8) @Max(8) k?: number;
  /** Of the S-shape: how steep its middle is. */
  @IsOptional() @IsNumber(finite) @Min(0.2) @Max(8) steepness?: number;
  /** Share of the way from dead zone to reach on which it stays at its floor. */
  @IsOptional() @IsNumber(finite) @Min(0) @Max(0.9) dead?: number;
  /** Knots of the points family, x strictly rising, y never falling, first x = 0, last x = 1. */
  @IsOptional()
  @ListOf(() => CurvePoint, 33, 2)
  points?: CurvePoint[];
}

/** How a port of a sensor answers: the curve from its level, or its strike, to what is sent. */
export class Response extends CurveForm {
  /** What the curve reads where it begins, and at its end, shares of the output; 0 and 1 where they are left out. */
  @IsOptional() @IsNumber(finite) @Min(0) @Max(1) floor?: number;
  @IsOptional() @IsNumber(finite) @Min(0) @Max(1) ceiling?: number;
  /** The form of the down side of a two-sided level, where it is another; it begins and ends where the first does. */
  @IsOptional() @ObjectOf(() => CurveForm) down?: CurveForm;
  @IsOptional() @ObjectOf(() => Dynamics) dynamics?: Dynamics;
  /** What its level goes through first, where it is sent as a value: notes and their gates never wait for it. */
  @IsOptional() @Union(FILTERS) filter?: Filter;
  /** How far its points were evened out from use, 0 … 1; not at all where it is left out. */
  @IsOptional() @IsNumber(finite) @Min(0) @Max(1) evened?: number;
}

/** The response of one port; of one lane of it, where it names one. */
export class PortResponse extends Response {
  @IsString() @Length(1, 20) port!: string;
  /** Id of the lane. */
  @IsOptional() @IsString() @Length(1, 40) lane?: string;
}

/** What a port answers with where its document names nothing. */
export const STRAIGHT: Response = { family: 'straight' };
