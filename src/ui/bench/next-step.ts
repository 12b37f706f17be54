import type { Instrument } from '@/core/instrument/document';
import type { StationId } from '../frame/stations';
import { isShaped } from '../parts/shaped';

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
