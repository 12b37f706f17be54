import type { Measured } from './measured';

/** The calibrations that there are, by the name of their way: each way adds its own where its class stands (core/ways). */
export interface Calibrations {}

/** What was measured of a sensor; `is` says by which way. */
export type Calibration = Calibrations[keyof Calibrations];

/** Their classes by the same names; a way that is made known adds its own. */
export const CALIBRATIONS: Record<string, new () => Measured> = {};
