import 'reflect-metadata/lite';
import { ArePlaces } from './are-places';
import {
  ArrayMaxSize,
  IsArray,
  IsBase64,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  Length,
  Max,
  Min,
} from 'class-validator';
import { kindIds } from '@/core/kinds/registry';
import { ROLES, type Role } from '@/core/signal/take';
import { ListOf, ObjectOf } from '@/core/instrument/parts-of';
import { Union } from '@/core/instrument/union';
import { DYNAMIC_NAMES } from '@/core/shape/dynamics';

class AskedBoard {
  @IsInt() @Min(8) @Max(16) bits!: number;
  @IsOptional() @IsNumber() @Min(1) @Max(12) supplyVolts?: number;
  /** Frames a second, where the takes have no time of their own. */
  @IsOptional() @IsInt() @Min(20) @Max(20000) scanHz?: number;
}

class AskedLane {
  @IsString() @Length(1, 40) id!: string;
  @IsOptional() @IsString() @Length(1, 40) column?: string;
  @IsOptional() @IsArray() @ArrayMaxSize(2) @IsString({ each: true }) contacts?: string[];
}

class AskedSensor {
  @IsString() @Length(1, 60) id!: string;
  @IsIn(kindIds()) kind!: string;
  /** Numbers of the part's sheet. */
  @IsOptional() @IsObject() facts?: Record<string, number>;
  /** Short for one lane. */
  @IsOptional() @IsString() @Length(1, 60) channel?: string;
  @IsOptional()
  @ListOf(() => AskedLane, 128, 1)
  lanes?: AskedLane[];
}

class AskedTake {
  @IsIn(ROLES) role!: Role;
  @IsString() csv!: string;
  /** Times of intended gestures, µs. */
  @IsOptional() @IsArray() @ArrayMaxSize(10_000) @IsNumber({}, { each: true }) marks?: number[];
  /** Known weights that were laid on, g, or known pressures that were held, kPa, in order. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(64)
  @IsNumber({}, { each: true })
  @Min(0, { each: true })
  weights?: number[];
  @IsOptional() @IsArray() @ArrayMaxSize(64) @IsNumber({}, { each: true }) pressures?: number[];
  /** Where it was touched, in order: shares of the playing length; of a surface, of its width and its length. */
  @IsOptional() @IsArray() @ArrayMaxSize(64) @ArePlaces() places?: number[] | [number, number][];
}

/** Body of POST /api/calibrate. */
export class CalibrateRequest {
  @ObjectOf(() => AskedBoard) board!: AskedBoard;
  @ObjectOf(() => AskedSensor) sensor!: AskedSensor;
  @ListOf(() => AskedTake, 64, 1)
  takes!: AskedTake[];
  /** Phantom notes an hour to accept. */
  @IsOptional() @IsNumber() @Min(0.000001) @Max(3600) phantomsPerHour?: number;
}

/** Body of POST /api/firmware. The instrument is checked by its own rules. */
export class FirmwareRequest {
  @IsObject() instrument!: object;
}

class AskedMidi {
  /** When its first byte arrives, µs; a cable brings one every 320 µs. */
  @IsNumber() tUs!: number;
  @IsArray()
  @ArrayMaxSize(4096)
  @IsInt({ each: true })
  @Min(0, { each: true })
  @Max(255, { each: true })
  bytes!: number[];
  /** Id of one of the instrument's inputs; its first where it is left out. */
  @IsOptional() @IsString() @Length(1, 40) input?: string;
}

/** Body of POST /api/render. */
export class RenderRequest extends FirmwareRequest {
  @IsString() csv!: string;
  /** What comes in on its inputs, in order of time. */
  @IsOptional()
  @ListOf(() => AskedMidi, 50_000)
  midiIn?: AskedMidi[];
}

class AskedIntended {
  /** When it was meant, and until when, µs of the take. */
  @IsNumber() tUs!: number;
  @IsOptional() @IsNumber() toUs?: number;
  @IsOptional() @IsString() @Length(1, 40) sensor?: string;
  @IsOptional() @IsString() @Length(1, 40) lane?: string;
  /** Semitones, fractions are cents. */
  @IsOptional() @IsNumber() @Min(0) @Max(127) note?: number;
  @IsOptional() @IsIn(DYNAMIC_NAMES) dynamic?: (typeof DYNAMIC_NAMES)[number];
}

class AskedGate {
  @IsOptional() @IsNumber() @Min(0) @Max(65535) on?: number;
  @IsOptional() @IsNumber() @Min(0) @Max(65535) off?: number;
  @IsOptional() @IsNumber() @Min(0) @Max(250) quietMs?: number;
  @IsOptional() @IsNumber() @Min(0) @Max(60) windowMs?: number;
}

class AskedVoiceValues {
  @IsOptional() @IsNumber() @Min(0) @Max(60) windowMs?: number;
  @IsOptional() @IsNumber() @Min(0) @Max(60) settleMs?: number;
  @IsOptional() @IsNumber() @Min(0) @Max(100) hysteresisCents?: number;
  @IsOptional() @IsInt() @Min(20) @Max(1000) perSecond?: number;
  @IsOptional() @IsNumber() @Min(0) @Max(64) deadband?: number;
}

class AskedGateChange {
  @IsIn(['gate']) is!: 'gate';
  @IsString() @Length(1, 40) sensor!: string;
  /** All of its lanes where it is null or left out. */
  @IsOptional() @IsString() @Length(1, 40) lane?: string | null;
  @ObjectOf(() => AskedGate) values!: AskedGate;
}

class AskedVoiceChange {
  @IsIn(['voice']) is!: 'voice';
  @IsString() @Length(1, 40) voice!: string;
  @ObjectOf(() => AskedVoiceValues) values!: AskedVoiceValues;
}

/** Body of POST /api/prove. */
export class ProveRequest extends RenderRequest {
  /** What the take was played for; the `# role:` of the take where it is left out. */
  @IsOptional() @IsIn(ROLES) role?: Role;
  /** Times of intended gestures, µs; the `# marks:` of the take where they are left out. */
  @IsOptional() @IsArray() @ArrayMaxSize(10_000) @IsNumber({}, { each: true }) marks?: number[];
  /** The same, with what of each is told. */
  @IsOptional()
  @ListOf(() => AskedIntended, 10_000, 1)
  intended?: AskedIntended[];
  /** A Standard MIDI File of what was meant, base64. */
  @IsOptional() @IsBase64() @Length(1, 1_500_000) meant?: string;
  /** A Standard MIDI File of what came from the board while it was played, base64. */
  @IsOptional() @IsBase64() @Length(1, 6_000_000) capture?: string;
  /** Changes to try on the same take: a union by `is`. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(64)
  @Union({ gate: AskedGateChange, voice: AskedVoiceChange }, { each: true })
  changes?: (AskedGateChange | AskedVoiceChange)[];
  /** Another state of the instrument, which is checked by its own rules: what it played before. */
  @IsOptional() @IsObject() against?: object;
  /** Whether the beginning of the take is played on the emulated 8-bit chip too. */
  @IsOptional() @IsBoolean() chip?: boolean;
}

class ListenedLane {
  @IsString() @Length(1, 60) id!: string;
  @IsString() @Length(1, 60) column!: string;
  @IsOptional() @IsString() @Length(1, 60) sensor?: string;
  @IsOptional() @IsIn(kindIds()) kind?: string;
}

/** A stretch of a recording, µs. */
class Stretch {
  @IsNumber() @Min(0) fromUs!: number;
  @IsNumber() @Min(0) toUs!: number;
}

class AskedMove extends Stretch {
  /** Id of the lane that was asked to move. */
  @IsString() @Length(1, 60) lane!: string;
}

/** Body of POST /api/listen: an instrument, which is checked by its own rules, or a board and lanes. */
export class ListenRequest {
  @IsOptional() @IsObject() instrument?: object;
  @IsOptional() @ObjectOf(() => AskedBoard) board?: AskedBoard;
  @IsOptional()
  @ListOf(() => ListenedLane, 256, 1)
  lanes?: ListenedLane[];
  @IsString() csv!: string;
  /** What it was played for; the `# role:` of the recording where it is left out. */
  @IsOptional() @IsIn(ROLES) role?: Role;
  /** When lanes were asked to move. */
  @IsOptional()
  @ListOf(() => AskedMove, 1000)
  asked?: AskedMove[];
  /** When something nearby was switched on. */
  @IsOptional()
  @ListOf(() => Stretch, 1000)
  switchedOn?: Stretch[];
}

class AskedWish {
  @IsIn(kindIds()) kind!: string;
  @IsOptional() @IsInt() @Min(1) @Max(64) count?: number;
  @IsOptional() @IsInt() @Min(1) @Max(128) lanes?: number;
  @IsOptional() @IsObject() facts?: Record<string, number>;
  @IsOptional() @IsString() @Length(1, 60) name?: string;
}

/** Body of POST /api/plan: an instrument, which is checked by its own rules, or kinds and counts. */
export class PlanRequest {
  @IsOptional() @IsObject() instrument?: object;
  @IsOptional()
  @ListOf(() => AskedWish, 64, 1)
  sensors?: AskedWish[];
  /** Id of a class of boards. */
  @IsOptional() @IsString() @Length(1, 40) board?: string;
  /** Of a battery; none where it is left out. */
  @IsOptional() @IsNumber() @Min(1) @Max(1_000_000) batteryMah?: number;
}
