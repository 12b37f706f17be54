import { wayOf } from '../ways/registry';
import { sensorOf } from '../instrument/access';
import type { Calibration } from '../instrument/calibration';
import { earlierOf } from '../instrument/earlier';
import type { Instrument } from '../instrument/document';
import type { AttackVelocity, Voice } from '../instrument/voices';
import { withFirstVoices } from './first-voices';

/**
 * An instrument whose sensor is calibrated so: what its voices take from the measurement follows, and where nothing hears it yet
 * it gets its first voices.
 * @param mark shape of its medium take, or undefined
 */
export function withCalibration(
  instrument: Instrument,
  id: string,
  calibration: Calibration,
  mark: number[] | undefined,
): Instrument {
  const sensors = instrument.sensors.map((s) =>
    s.id === id ? { ...s, calibration, mark, earlier: earlierOf(s, calibration) } : s,
  );
  const voices = instrument.voices.map((v) => (sensorOf(v) === id ? remeasured(v, calibration) : v));
  return withFirstVoices(
    { ...instrument, sensors, voices },
    sensors.find((s) => s.id === id)!,
  );
}

/** A voice whose full velocity is what a loud attack reaches in its window, where that was measured. */
const remeasured = (voice: Voice, calibration: Calibration): Voice =>
  voice.is === 'note' && voice.velocity.is === 'attack'
    ? { ...voice, velocity: { ...voice.velocity, full: fullOf(voice.velocity, calibration) } }
    : voice;

const fullOf = ({ windowMs, full }: AttackVelocity, calibration: Calibration): number =>
  wayOf(calibration).fullAttack?.(calibration, windowMs) ?? full;
