import type { Change, VoiceValues } from '../findings/change';
import type { Instrument } from '../instrument/document';
import type { Pitch, Voice } from '../instrument/voices';
import { withGateSet } from '../ways/gate-set';

/** An instrument with some changes made; what they name and it lacks is passed over. */
export const withChanges = (instrument: Instrument, changes: readonly Change[]): Instrument =>
  changes.reduce(withChange, instrument);

function withChange(instrument: Instrument, change: Change): Instrument {
  if (change.is === 'gate') {
    const { sensor, lane, values } = change;
    const sensors = instrument.sensors.map((s) => (s.id === sensor ? withGateSet(s, lane, values) : s));
    return { ...instrument, sensors };
  }
  const voices = instrument.voices.map((v) =>
    v.id === change.voice ? withVoiceValues(v, change.values) : v,
  );
  return { ...instrument, voices };
}

function withVoiceValues(voice: Voice, values: VoiceValues): Voice {
  const { windowMs, settleMs, hysteresisCents, perSecond, deadband } = values;
  if (voice.is !== 'note')
    return {
      ...voice,
      ...(perSecond === undefined ? {} : { perSecond }),
      ...(deadband === undefined ? {} : { deadband }),
    };
  const { velocity, pitch } = voice;
  return {
    ...voice,
    velocity: windowMs !== undefined && velocity.is === 'attack' ? { ...velocity, windowMs } : velocity,
    pitch: withPitchValues(pitch, settleMs, hysteresisCents),
  };
}

function withPitchValues(pitch: Pitch, settleMs?: number, hysteresisCents?: number): Pitch {
  if (pitch.is !== 'along' && pitch.is !== 'fingering') return pitch;
  return {
    ...pitch,
    ...(settleMs === undefined ? {} : { settleMs }),
    ...(hysteresisCents === undefined || pitch.is !== 'along' ? {} : { hysteresisCents }),
  };
}
