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
import { finite, ID, PIN } from './field';
import { ListOf, ObjectOf } from './parts-of';

/** How notes leave a board: over a MIDI cable, over USB, over a low-energy radio. */
export const TRANSPORTS = ['cable', 'usb', 'radio'] as const;
export type Transport = (typeof TRANSPORTS)[number];

/** The inputs of a board, and what they take. */
export class BoardPins {
  /** Pins that its converter reads, A0 and on. */
  @IsInt() @Min(0) @Max(256) analogue!: number;
  /** Of those, how many can be nothing else. */
  @IsInt() @Min(0) @Max(256) analogueOnly!: number;
  /** Further pins, D2 and on. */
  @IsInt() @Min(0) @Max(256) digital!: number;
  /** Of those, how many can time an edge. */
  @IsInt() @Min(0) @Max(256) interrupt!: number;
  /** Of those, how many have a touch peripheral. */
  @IsInt() @Min(0) @Max(256) touch!: number;
  /** Whether two of them can be a bus of two wires. */
  @IsBoolean() bus!: boolean;
  /** Those two, data and clock; not told: any two digital ones. */
  @IsOptional()
  @IsArray()
  @ArrayMinSize(2)
  @ArrayMaxSize(2)
  @Matches(PIN, { each: true })
  busPins?: string[];
  /** Numbers that are no further pins: its MIDI port's, its light's, and those that are analogue pins by another name. */
  @IsOptional() @IsArray() @ArrayMaxSize(64) @Matches(PIN, { each: true }) taken?: string[];
  /** Time of one conversion, µs. */
  @IsNumber(finite) @Min(0.1) @Max(10_000) conversionUs!: number;
  @IsNumber(finite) @Min(1) @Max(2000) clockMhz!: number;
  /** What it takes by itself, mA. */
  @IsNumber(finite) @Min(0) @Max(5000) currentMa!: number;
  @IsIn(TRANSPORTS) transport!: Transport;
  /** Further ways out that it plays over at the same time. */
  @IsOptional() @IsArray() @ArrayMaxSize(2) @IsIn(TRANSPORTS, { each: true }) alsoOver?: Transport[];
  /** Multiplexers of sixteen analogue inputs, on the last of the pins that the converter reads. */
  @IsOptional() @IsInt() @Min(0) @Max(8) multiplexers?: number;
  /** The four pins that choose one of their inputs, the lowest bit first. */
  @IsOptional()
  @IsArray()
  @ArrayMinSize(4)
  @ArrayMaxSize(4)
  @Matches(PIN, { each: true })
  choosers?: string[];
}

/** A pin that plays the instrument otherwise when it is held to ground while power comes; one of scene, channel and controller. */
export class PowerUpPin {
  @Matches(PIN) pin!: string;
  /** Id of the scene that it begins in. */
  @IsOptional() @IsString() @Length(1, 40) scene?: string;
  /** Channel, 1 … 16, that takes the place of the channel `from`. */
  @IsOptional() @IsInt() @Min(1) @Max(16) channel?: number;
  /** Controller that takes the place of the controller `from`. */
  @IsOptional() @IsInt() @Min(0) @Max(127) controller?: number;
  @IsOptional() @IsInt() @Min(0) @Max(127) from?: number;
}

/** What a board can do. */
export class Board {
  @Matches(ID) @Length(1, 40) id!: string;
  @IsString() @Length(1, 80) name!: string;
  /** Converter resolution; counts run 0 … 2^bits − 1. */
  @IsInt() @Min(8) @Max(16) bits!: number;
  /** Converter reference and sensor supply, volts. */
  @IsNumber(finite) @Min(1) @Max(12) supplyVolts!: number;
  /** Scans a second. */
  @IsInt() @Min(20) @Max(20000) scanHz!: number;
  /** Response tables on the board have 2^tableBits + 1 points: 17 … 257. */
  @IsInt() @Min(4) @Max(8) tableBits!: number;
  /** Bits a second of its MIDI output: 31 250 on a MIDI cable. */
  @IsInt() @Min(9600) @Max(12_000_000) midiBaud!: number;
  /** Working memory, bytes; not told: taken to be enough. */
  @IsOptional() @IsInt() @Min(128) @Max(2 ** 31) memoryBytes?: number;
  /** Program memory, bytes; likewise. */
  @IsOptional() @IsInt() @Min(1024) @Max(2 ** 31) flashBytes?: number;
  /** Id of the switch that, while it is held, measures rest and reach of all its levels and pads. */
  @IsOptional() @IsString() @Length(1, 40) button?: string;
  /** Pins that are looked at once, at power-up. */
  @IsOptional() @ListOf(() => PowerUpPin, 8) powerUp?: PowerUpPin[];
  /** Not told: taken to be enough. */
  @IsOptional() @ObjectOf(() => BoardPins) pins?: BoardPins;
}

/** What a program change that comes in does: it passes on, selects the scene of its number, or nothing. */
export const PROGRAMS = ['pass', 'select', 'block'] as const;

/** What passes from a MIDI input of a board to its output. */
class Passing {
  /** Controllers that do not pass. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(128)
  @IsInt({ each: true })
  @Min(0, { each: true })
  @Max(127, { each: true })
  blocks?: number[];
  /** Whether clock, start, stop and continue pass; left out: those of a board's first input do, unless the board has a clock of its own. */
  @IsOptional() @IsBoolean() clock?: boolean;
  /** `pass` where it is left out. */
  @IsOptional() @IsIn(PROGRAMS) programs?: (typeof PROGRAMS)[number];
}

/** One board's output entering another, by a MIDI input of its own. */
export class Link extends Passing {
  @IsString() @Length(1, 40) from!: string;
  @IsString() @Length(1, 40) to!: string;
}

/** A MIDI input of a board for something else: a keyboard that the instrument serves. */
export class MidiInput extends Passing {
  @Matches(ID) @Length(1, 40) id!: string;
  @IsString() @Length(1, 60) name!: string;
  @IsString() @Length(1, 40) board!: string;
  /** Channel, 1 … 16, on which what plays there is told not to sound by itself ("local control off"): its notes come back through the board. */
  @IsOptional() @IsInt() @Min(1) @Max(16) localOff?: number;
}
