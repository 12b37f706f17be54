import type { Sensor } from '@/core/instrument/sensor';
import { wordsOf } from '../ways/registry';

/** What was measured of a sensor, as short as it can be said. */
export const measuredWords = (sensor: Sensor): string =>
  sensor.calibration
    ? wordsOf(sensor.calibration).measured(sensor.calibration, sensor).all
    : 'not measured yet';
