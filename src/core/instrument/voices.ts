import 'reflect-metadata/lite';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  Length,
  Matches,
  Max,
  Min,
} from 'class-validator';
import { finite, ID } from './field';
import { Union } from './union';
import { ObjectOf } from './parts-of';

/** A port of a sensor, which carries a level, a gate or a pitch. */
export class Source {
  @IsString() @Length(1, 40) sensor!: string;
  @IsString() @Length(1, 40) port!: string;
  /** Id of one of its lanes; all of them where it is left out. */
  @IsOptional() @IsString() @Length(1, 40) lane?: string;
}

/** Which side of rest feeds a voice. */
export const SIDES = ['both', 'up', 'down'] as const;
export type SideOf = (typeof SIDES)[number];

class VoiceBase {
  @Matches(ID) @Length(1, 40) id!: string;
  /** The zone that it plays into. */
  @IsString() @Length(1, 40) zone!: string;
  /** The scenes that it lives in; all where none is named. */
  @IsOptional() @IsArray() @ArrayMaxSize(32) @IsString({ each: true }) scenes?: string[];
}

class LevelVoice extends VoiceBase {
  @ObjectOf(() => Source) source!: Source;
  @IsIn(SIDES) side!: SideOf;
  /** Output range in steps of 7 or 14 bits. */
  @IsOptional() @IsInt() @Min(0) @Max(16383) from?: number;
  @IsOptional() @IsInt() @Min(0) @Max(16383) to?: number;
  /** A gate: while it is closed the value that was sent last stays. It follows always where none is named. */
  @IsOptional() @ObjectOf(() => Source) while?: Source;
  /** Where its value jumps: shares of the level, rising. Below the first it is `from`, from the last on `to`, evenly between; without them it follows. Of 7 bits. */
  @IsOptional()
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(8)
  @IsNumber(finite, { each: true })
  @Min(0.01, { each: true })
  @Max(1, { each: true })
  jumps?: number[];
  /** A change is sent only once it is this many steps from the last value sent; ends always are. */
  @IsOptional() @IsNumber(finite) @Min(0) @Max(64) deadband?: number;
  /** At most this many messages a second; 20 … 1000. */
  @IsOptional() @IsInt() @Min(20) @Max(1000) perSecond?: number;
}

/** A level as a controller; a gate as one end of its range or the other. */
export class ControllerVoice extends LevelVoice {
  @IsIn(['controller']) is!: 'controller';
  /** Controller number (0 … 119; 120 and up are channel mode messages). */
  @IsInt() @Min(0) @Max(119) controller!: number;
  /** 7, or 14 for controllers 0 … 31 with their low byte on number + 32. */
  @IsOptional() @IsIn([7, 14]) bits?: 7 | 14;
}

/** A level as channel pressure. */
export class PressureVoice extends LevelVoice {
  @IsIn(['pressure']) is!: 'pressure';
}

/** One note, whatever is played. */
export class FixedPitch {
  @IsIn(['fixed']) is!: 'fixed';
  @IsInt() @Min(0) @Max(127) note!: number;
}

/** The note of the lane whose gate opens. */
export class LanePitch {
  @IsIn(['lane']) is!: 'lane';
}

/** The note of another sensor's lane: of those touched, the last or the highest. While none is, nothing sounds. */
export class ChosenPitch {
  @IsIn(['chosen']) is!: 'chosen';
  @ObjectOf(() => Source) source!: Source;
  @IsIn(['last', 'highest']) by!: 'last' | 'highest';
}

export type Pitch = FixedPitch | LanePitch | ChosenPitch;
export const PITCHES = { fixed: FixedPitch, lane: LanePitch, chosen: ChosenPitch } as const;

/** The same velocity always. */
export class FixedVelocity {
  @IsIn(['fixed']) is!: 'fixed';
  @IsInt() @Min(1) @Max(127) value!: number;
}

/** From the peak of the gate's own level in its first milliseconds. */
export class AttackVelocity {
  @IsIn(['attack']) is!: 'attack';
  /** Time from the gate's opening to the note-on, ms. */
  @IsNumber(finite) @Min(0) @Max(60) windowMs!: number;
  /** Distance from rest, counts, that a loud attack reaches within the window: reads `to`. */
  @IsInt() @Min(1) @Max(65535) full!: number;
  @IsInt() @Min(1) @Max(127) from!: number;
  @IsInt() @Min(1) @Max(127) to!: number;
}

/** From the strength that the gate itself gives: a strike. */
export class StrikeVelocity {
  @IsIn(['strike']) is!: 'strike';
  @IsInt() @Min(1) @Max(127) from!: number;
  @IsInt() @Min(1) @Max(127) to!: number;
}

/** From where another level is when the note begins. */
export class LevelVelocity {
  @IsIn(['level']) is!: 'level';
  @ObjectOf(() => Source) source!: Source;
  @IsInt() @Min(1) @Max(127) from!: number;
  @IsInt() @Min(1) @Max(127) to!: number;
}

export type Velocity = FixedVelocity | AttackVelocity | StrikeVelocity | LevelVelocity;
export const VELOCITIES = {
  fixed: FixedVelocity,
  attack: AttackVelocity,
  strike: StrikeVelocity,
  level: LevelVelocity,
} as const;

/** Notes: when from one port, which from another, how loud from a third. */
export class NoteVoice extends VoiceBase {
  @IsIn(['note']) is!: 'note';
  @ObjectOf(() => Source) gate!: Source;
  @IsIn(SIDES) side!: SideOf;
  @Union(PITCHES) pitch!: Pitch;
  @Union(VELOCITIES) velocity!: Velocity;
}

/** One output of the instrument. */
export type Voice = ControllerVoice | PressureVoice | NoteVoice;
export const VOICES = { controller: ControllerVoice, pressure: PressureVoice, note: NoteVoice } as const;
