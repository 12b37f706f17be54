/** Where a calibration that is only planned comes from. */
export const PLANNED = { takes: [], method: 'planned' };
