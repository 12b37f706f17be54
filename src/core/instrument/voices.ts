import 'reflect-metadata/lite';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
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
import { COLOUR, finite, ID } from './field';
import { Union } from './union';
import { ListOf, ObjectOf } from './parts-of';

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

/** How levels are joined: their sum, kept within all; their product; the larger; from the voice's own to the first of the others as the second goes. */
export const JOINS = ['sum', 'product', 'larger', 'crossfade'] as const;

/** Levels that a voice reads together with its own, as one. */
export class Join {
  @IsIn(JOINS) by!: (typeof JOINS)[number];
  /** One; of a crossfade two. */
  @ListOf(() => Source, 2, 1) with!: Source[];
}

class LevelVoice extends VoiceBase {
  @ObjectOf(() => Source) source!: Source;
  @IsIn(SIDES) side!: SideOf;
  /** What it reads at rest, and at its reach, in steps of 7 or 14 bits; the other way round where `from` lies above. */
  @IsOptional() @IsInt() @Min(0) @Max(16383) from?: number;
  @IsOptional() @IsInt() @Min(0) @Max(16383) to?: number;
  @IsOptional() @ObjectOf(() => Join) join?: Join;
  /** Between which shares of what it reads it goes from one end to the other: all of it where they are left out. */
  @IsOptional()
  @IsArray()
  @ArrayMinSize(2)
  @ArrayMaxSize(2)
  @IsNumber(finite, { each: true })
  @Min(0, { each: true })
  @Max(1, { each: true })
  between?: number[];
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

/** A level as pitch bend: both ways from the middle where the level has two sides. */
export class BendVoice extends LevelVoice {
  @IsIn(['bend']) is!: 'bend';
  /** How far its reach bends, semitones; the whole range of its zone where it is left out. */
  @IsOptional() @IsNumber(finite) @Min(0.01) @Max(96) semitones?: number;
}

/** A level as the pressure of the note that it, or its gate, plays (poly pressure; in an MPE zone use channel pressure). */
export class PolyPressureVoice extends LevelVoice {
  @IsIn(['poly-pressure']) is!: 'poly-pressure';
}

/** A level as a parameter: registered or not, 7 bits or 14. */
export class ParameterVoice extends LevelVoice {
  @IsIn(['parameter']) is!: 'parameter';
  /** 0 … 16383. */
  @IsInt() @Min(0) @Max(16383) parameter!: number;
  /** Whether it is a registered parameter (RPN); one of the receiver's own (NRPN) where it is left out. */
  @IsOptional() @IsBoolean() registered?: boolean;
  @IsOptional() @IsIn([7, 14]) bits?: 7 | 14;
}

/** A level, or a gate, as the number of a program, 0 … 127. */
export class ProgramVoice extends LevelVoice {
  @IsIn(['program']) is!: 'program';
}

/** A level as the tempo of the instrument's clock, from and to in beats a minute. */
export class TempoVoice extends LevelVoice {
  @IsIn(['tempo']) is!: 'tempo';
}

/**
 * What a value does on its lights. Bar: as many are lit as it is large. Point: the one where it stands. Fade: all of them go from one colour
 * to the other. Flash: all of them flash together, twice a second, while it is above nothing.
 */
export const LIGHT_SHOWS = ['bar', 'point', 'fade', 'flash'] as const;

/** A level, or a gate, on the instrument's lights. Later voices lie over earlier ones. */
export class LightVoice extends LevelVoice {
  @IsIn(['light']) is!: 'light';
  @IsIn(LIGHT_SHOWS) shows!: (typeof LIGHT_SHOWS)[number];
  /** The first and the last of them, from 1; the other way round where the first lies above. Lanes share them evenly. */
  @IsArray()
  @ArrayMinSize(2)
  @ArrayMaxSize(2)
  @IsInt({ each: true })
  @Min(1, { each: true })
  @Max(500, { each: true })
  lights!: number[];
  /** #rrggbb, of what is lit. */
  @Matches(COLOUR) colour!: string;
  /** Of what is not; what earlier voices show where it is left out. */
  @IsOptional() @Matches(COLOUR) under?: string;
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

/**
 * What a place without frets plays. Fretted: another note at each boundary. Slide: it begins on the nearest note and bends from there.
 * Pull-in: the nearest note begins with the bend that is truly there. Free: likewise, without a scale.
 */
export const SCHOOLS = ['fretted', 'slide', 'pull-in', 'free'] as const;
export type School = (typeof SCHOOLS)[number];

/** The pitch at a place: of a ribbon, a stick, a wheel, a tone. */
export class AlongPitch {
  @IsIn(['along']) is!: 'along';
  @ObjectOf(() => Source) source!: Source;
  /** Pitch at its lower end, semitones (MIDI note numbers); fractions are cents. Left out for what is tuned itself: a tone. */
  @IsOptional() @IsNumber(finite) @Min(0) @Max(127) lowest?: number;
  @IsOptional() @IsNumber(finite) @Min(0.1) @Max(10) octaves?: number;
  /** Even: the same length a semitone. String: as frets of a string whose open note is the lowest. */
  @IsIn(['even', 'string']) spacing!: 'even' | 'string';
  @IsIn(SCHOOLS) school!: School;
  /** Fretted: how far past a boundary another note begins, cents. */
  @IsOptional() @IsNumber(finite) @Min(0) @Max(100) hysteresisCents?: number;
  /** How long a place must be held before its note begins, ms. */
  @IsOptional() @IsNumber(finite) @Min(0) @Max(60) settleMs?: number;
  /** Pull-in: how fast the pitch drifts to the nearest note, cents a second; not at all where it is left out. */
  @IsOptional() @IsNumber(finite) @Min(0) @Max(1200) driftCents?: number;
  /** What a slide past the bend range does: stays at its end, or begins the nearest note anew. */
  @IsOptional() @IsIn(['clip', 'anew']) beyond?: 'clip' | 'anew';
}

/** A group of fingers: the lanes of a gate. */
export class Fingers {
  @ObjectOf(() => Source) source!: Source;
  /** Semitones that each lane adds while it is open, in the lanes' order: valves, octave and displacement keys. None where it is left out. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(32)
  @IsInt({ each: true })
  @Min(-60, { each: true })
  @Max(60, { each: true })
  adds?: number[];
}

/** One fingering. */
export class FingeringEntry {
  /** A sign a lane, group after group: 1 open (touched, pressed), 0 not, x either. */
  @Matches(/^[01x]{1,32}$/) keys!: string;
  /** Semitones; fractions are cents. */
  @IsNumber(finite) @Min(0) @Max(127) note!: number;
}

/** The note that fingers choose. */
export class FingeringPitch {
  @IsIn(['fingering']) is!: 'fingering';
  @ListOf(() => Fingers, 32, 1)
  fingers!: Fingers[];
  /** The first that fits counts. */
  @ListOf(() => FingeringEntry, 128, 1)
  table!: FingeringEntry[];
  /** What fingers do that fit none: the fingering that differs least, what sounded before, or nothing. */
  @IsIn(['nearest', 'hold', 'silence']) unassigned!: 'nearest' | 'hold' | 'silence';
  /** How long fingers must rest before their note begins, ms. */
  @IsOptional() @IsNumber(finite) @Min(0) @Max(60) settleMs?: number;
}

export type Pitch = FixedPitch | LanePitch | ChosenPitch | AlongPitch | FingeringPitch;
export const PITCHES = {
  fixed: FixedPitch,
  lane: LanePitch,
  chosen: ChosenPitch,
  along: AlongPitch,
  fingering: FingeringPitch,
} as const;

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
  /** A second gate: it sounds only while that is open too. */
  @IsOptional() @ObjectOf(() => Source) and?: Source;
  /** How long a note lasts once its gate has opened, ms; until the gate closes where it is left out. */
  @IsOptional() @IsNumber(finite) @Min(20) @Max(20000) lastsMs?: number;
  /** A gate that holds its notes: while that is open, none ends. */
  @IsOptional() @ObjectOf(() => Source) heldBy?: Source;
  @IsIn(SIDES) side!: SideOf;
  @Union(PITCHES) pitch!: Pitch;
  /** Id of one of the instrument's tunings; twelve even semitones where it is left out. */
  @IsOptional() @IsString() @Length(1, 40) tuning?: string;
  /** Added to every note: so many steps of its tuning (2: a third in key), then so many semitones. */
  @IsOptional() @IsInt() @Min(-35) @Max(35) steps?: number;
  @IsOptional() @IsInt() @Min(-60) @Max(60) semitones?: number;
  /** Whether it stays as it is written where a selector shifts notes. */
  @IsOptional() @IsBoolean() stays?: boolean;
  /** Of one note at a time: the next begins before the last ends, so that it can be slurred; true where it is left out. */
  @IsOptional() @IsBoolean() legato?: boolean;
  @Union(VELOCITIES) velocity!: Velocity;
}

/** One output of the instrument. */
export type Voice =
  | ControllerVoice
  | PressureVoice
  | BendVoice
  | PolyPressureVoice
  | ParameterVoice
  | ProgramVoice
  | TempoVoice
  | LightVoice
  | NoteVoice;

/** What a gate can move between two values. */
export const GATES_SEND: readonly Voice['is'][] = ['controller', 'pressure', 'program', 'light'];

/** What is never of one note alone, in an MPE zone neither. */
export const OF_WHOLE_ZONES: readonly Voice['is'][] = ['bend', 'parameter', 'program', 'tempo', 'light'];

/** Whether a voice is on no channel: the clock's tempo, and lights. */
export const isOnNoChannel = (voice: Voice): voice is TempoVoice | LightVoice =>
  voice.is === 'tempo' || voice.is === 'light';

export const VOICES = {
  controller: ControllerVoice,
  pressure: PressureVoice,
  bend: BendVoice,
  'poly-pressure': PolyPressureVoice,
  parameter: ParameterVoice,
  program: ProgramVoice,
  tempo: TempoVoice,
  light: LightVoice,
  note: NoteVoice,
} as const;
