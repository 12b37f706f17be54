import 'reflect-metadata/lite';
import { IsIn, IsNumber, Max, Min } from 'class-validator';
import { finite } from '../../instrument/field';
import { Measured } from '../../instrument/measured';

declare module '../../instrument/calibration' {
  interface Calibrations {
    contacts: ContactsCalibration;
  }
}

/** Switches and foot switches: contacts that are debounced, and read the right way round. */
export class ContactsCalibration extends Measured {
  @IsIn(['contacts']) is!: 'contacts';
  /** What the contact is when nobody plays it: normally open, or normally closed. */
  @IsIn(['open', 'closed']) rest!: 'open' | 'closed';
  /** After a change, no other is taken for so long, ms. */
  @IsNumber(finite) @Min(0) @Max(250) debounceMs!: number;
}
