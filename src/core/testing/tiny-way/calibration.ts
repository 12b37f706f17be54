import 'reflect-metadata/lite';
import { IsIn, IsInt, IsNumber, IsString, Max, Min } from 'class-validator';
import { finite } from '../../instrument/field';
import { Measured } from '../../instrument/measured';
import { ListOf } from '../../instrument/parts-of';

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
  @ListOf(() => FlapLane, 128, 1)
  lanes!: FlapLane[];
}
