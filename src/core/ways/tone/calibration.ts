import 'reflect-metadata/lite';
import { IsIn, IsInt, IsNumber, IsString, Length, Max, Min } from 'class-validator';
import { finite } from '../../instrument/field';
import { Measured } from '../../instrument/measured';
import { ListOf } from '../../instrument/parts-of';

declare module '../../instrument/calibration' {
  interface Calibrations {
    tone: ToneCalibration;
  }
}

/** Lowest and highest pitch that the board's clock of periods carries, semitones (MIDI note numbers): 82 Hz and 6.6 kHz. */
export const LOWEST_PITCH = 40;
export const HIGHEST_PITCH = 116;

/** What was measured of one tone. Pitches are semitones: note 69 is 440 Hz, fractions are cents. */
export class ToneLane {
  @IsString() @Length(1, 40) lane!: string;
  @IsNumber(finite) @Min(LOWEST_PITCH) @Max(HIGHEST_PITCH) lowest!: number;
  @IsNumber(finite) @Min(LOWEST_PITCH) @Max(HIGHEST_PITCH) highest!: number;
  /** Periods in a row that must agree before it sounds. */
  @IsInt() @Min(1) @Max(15) presence!: number;
  /** σ of the pitch of one period against those around it, cents. */
  @IsNumber(finite) @Min(0) @Max(1200) noise!: number;
  /** Of a new pitch is taken a half to this power: 0 takes it as it is. */
  @IsInt() @Min(0) @Max(4) smoothing!: number;
}

/** Tones that are followed by their periods. */
export class ToneCalibration extends Measured {
  @IsIn(['tone']) is!: 'tone';
  @ListOf(() => ToneLane, 16, 1)
  lanes!: ToneLane[];
}
