import 'reflect-metadata/lite';
import { IsIn, IsInt, IsOptional, Length, Matches, Max, Min } from 'class-validator';
import { MPE_BEND_RANGE, USUAL_BEND_RANGE } from '../midi/bend';
import { ID } from './field';

/** Everything on one channel. */
export class SingleZone {
  @IsIn(['single']) is!: 'single';
  @Matches(ID) @Length(1, 40) id!: string;
  /** MIDI channel as musicians count it. */
  @IsInt() @Min(1) @Max(16) channel!: number;
  /** Bend range of its receiver, semitones; {@link USUAL_BEND_RANGE} where it is left out. It is announced where its notes bend. */
  @IsOptional() @IsInt() @Min(1) @Max(96) bendRange?: number;
}

/** A channel a lane: lane 0 plays on `first`, the next on the one above, and round again after `count`. */
export class LaneZone {
  @IsIn(['lanes']) is!: 'lanes';
  @Matches(ID) @Length(1, 40) id!: string;
  @IsInt() @Min(1) @Max(16) first!: number;
  @IsInt() @Min(1) @Max(16) count!: number;
  /** As of {@link SingleZone}. */
  @IsOptional() @IsInt() @Min(1) @Max(96) bendRange?: number;
}

/**
 * A zone of MPE 1.1 (M1-100-UM): a channel a note, from the members beside its manager. The lower zone's manager is channel 1,
 * its members rise from 2; the upper zone's is 16, its members fall from 15.
 */
export class MpeZone {
  @IsIn(['mpe']) is!: 'mpe';
  @Matches(ID) @Length(1, 40) id!: string;
  @IsIn(['lower', 'upper']) side!: 'lower' | 'upper';
  @IsInt() @Min(1) @Max(15) members!: number;
  /** Of its members, semitones; {@link MPE_BEND_RANGE} where it is left out. */
  @IsOptional() @IsInt() @Min(1) @Max(96) bendRange?: number;
  /** Of its manager, semitones; {@link USUAL_BEND_RANGE} where it is left out. */
  @IsOptional() @IsInt() @Min(1) @Max(96) managerBendRange?: number;
}

/** A channel plan. */
export type Zone = SingleZone | LaneZone | MpeZone;
export const ZONES = { single: SingleZone, lanes: LaneZone, mpe: MpeZone } as const;

/** Bend range of the channels that a zone's notes play on, semitones. */
export const bendRangeOf = (zone: Zone): number =>
  zone.bendRange ?? (zone.is === 'mpe' ? MPE_BEND_RANGE : USUAL_BEND_RANGE);
