import 'reflect-metadata/lite';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsString,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { finite } from '../../instrument/field';
import { Measured } from '../../instrument/measured';

/** What was measured of one flap. */
export class FlapLane {
  /** Id of the sensor's lane. */
  @IsString() lane!: string;
  /** Counts while it is shut. */
  @IsNumber(finite) shut!: number;
  /** It is open this many counts above. */
  @IsInt() @Min(2) @Max(65535) open!: number;
}

/** Flaps: open from halfway on. */
export class FlapCalibration extends Measured {
  @IsIn(['flap']) is!: 'flap';
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(128)
  @IsObject({ each: true })
  @ValidateNested({ each: true })
  @Type(() => FlapLane)
  lanes!: FlapLane[];
}
