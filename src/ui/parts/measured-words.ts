import type { Sensor } from '@/core/instrument/sensor';
import { kindOf } from '@/core/kinds/registry';
import { wordsOf } from '../ways/registry';

/** What was measured of a sensor, as short as it can be said. */
export const measuredWords = (sensor: Sensor): string =>
  sensor.calibration
    ? wordsOf(sensor.calibration).measured(sensor.calibration, sensor).all
    : kindOf(sensor).way === null
      ? 'planned'
      : 'not measured yet';
