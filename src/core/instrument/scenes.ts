import 'reflect-metadata/lite';
import { IsBoolean, IsIn, IsOptional, IsString, Length, Matches } from 'class-validator';
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

/** What selects a scene: a gate, when it opens. */
export class Selector {
  @ObjectOf(() => Source) gate!: Source;
  /** Id of the scene that it selects. */
  @IsOptional() @IsString() @Length(1, 40) scene?: string;
  /** Or the next one, or the one before, round. */
  @IsOptional() @IsIn([1, -1]) step?: 1 | -1;
  /** Gates that must be open all together meanwhile: a chord that is held, so that it is selected by nobody's accident. */
  @IsOptional() @ListOf(() => Source, MOST_GUARDS) guards?: Source[];
}
