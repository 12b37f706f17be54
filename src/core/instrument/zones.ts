import 'reflect-metadata/lite';
import { IsIn, IsInt, IsString, Length, Matches, Max, Min } from 'class-validator';
import { ID } from './field';

/** Everything on one channel. */
export class SingleZone {
  @IsIn(['single']) is!: 'single';
  @Matches(ID) @Length(1, 40) id!: string;
  /** MIDI channel as musicians count it. */
  @IsInt() @Min(1) @Max(16) channel!: number;
}

/** A channel a lane: lane 0 plays on `first`, the next on the one above, and round again after `count`. */
export class LaneZone {
  @IsIn(['lanes']) is!: 'lanes';
  @Matches(ID) @Length(1, 40) id!: string;
  @IsInt() @Min(1) @Max(16) first!: number;
  @IsInt() @Min(1) @Max(16) count!: number;
}

/** A channel plan. */
export type Zone = SingleZone | LaneZone;
export const ZONES = { single: SingleZone, lanes: LaneZone } as const;

/** A set of voices that can be switched in; every voice is in all scenes unless it names some. */
export class Scene {
  @Matches(ID) @Length(1, 40) id!: string;
  @IsString() @Length(1, 60) name!: string;
}
