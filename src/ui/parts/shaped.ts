import type { Sensor } from '@/core/instrument/sensor';
import { levelPort } from '@/core/kinds/ports';
import { kindOf } from '@/core/kinds/registry';

/** Whether a sensor has nothing to shape, or a level that was shaped. */
export const isShaped = (sensor: Sensor): boolean =>
  !sensor.calibration ||
  !wantsShaping(sensor) ||
  sensor.responses.some((r) => r.family !== 'straight' || r.dynamics);

/** Whether its response is drawn through soft, medium and loud: a place or a movement is played as it was measured. */
export const wantsShaping = (sensor: Sensor): boolean =>
  levelPort(sensor) !== null && kindOf(sensor).steps.some((step) => step.role === 'soft');
