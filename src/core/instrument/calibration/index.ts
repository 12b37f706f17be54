import { ContactsCalibration } from './contacts';
import { LevelCalibration } from './level';
import { StrikeCalibration } from './strike';
import { TouchCalibration } from './touch';

export { AttackPoint, LevelCalibration, Sides } from './level';
export { TouchCalibration, TouchLane } from './touch';
export { StrikeCalibration, StrikeLane } from './strike';
export { ContactsCalibration } from './contacts';

/** What was measured of a sensor; `is` says by which way of measuring. */
export type Calibration = LevelCalibration | TouchCalibration | StrikeCalibration | ContactsCalibration;

/** Every way of measuring, by its name. */
export const CALIBRATIONS = {
  level: LevelCalibration,
  touch: TouchCalibration,
  strike: StrikeCalibration,
  contacts: ContactsCalibration,
} as const;
