import type { Sensor } from '@/core/instrument/sensor';
import { levelPort } from '@/core/kinds/ports';
import { kindOf } from '@/core/kinds/registry';
import type { Instrument } from '@/core/instrument/document';
import type { StationId } from '../frame/stations';

/** What to do next on an instrument, and where; the first thing that is missing in working order. */
export function nextStep(instrument: Instrument): { says: string; station: StationId } {
  if (instrument.boards.some((b) => !b.pins)) return { says: 'plan its board', station: 'plan' };
  const raw = instrument.sensors.find((s) => !s.calibration);
  if (raw) return { says: `calibrate ${raw.name.toLowerCase()}`, station: 'calibrate' };
  const unshaped = instrument.sensors.find((s) => !isShaped(s));
  if (unshaped) return { says: `shape ${unshaped.name.toLowerCase()}`, station: 'shape' };
  if (!instrument.sensors.some((s) => s.calibration)) return { says: 'listen to it', station: 'listen' };
  if (instrument.voices.length === 0) return { says: 'give it a voice', station: 'voice' };
  return { says: 'load it onto the board', station: 'load' };
}

/** Whether a sensor has nothing to shape, or a level that was shaped. */
export const isShaped = (sensor: Sensor): boolean =>
  !sensor.calibration ||
  !wantsShaping(sensor) ||
  sensor.responses.some((r) => r.family !== 'straight' || r.dynamics);

/** Whether its response is drawn through soft, medium and loud: a place or a movement is played as it was measured. */
export const wantsShaping = (sensor: Sensor): boolean =>
  levelPort(sensor) !== null && kindOf(sensor).steps.some((step) => step.role === 'soft');
