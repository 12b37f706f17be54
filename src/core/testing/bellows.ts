import type { Instrument } from '../instrument/document';

/** For tests: Wherry's bellows alone, with a controller and a note of its own. */
export function bellowsOf(instrument: Instrument): Instrument {
  return {
    ...instrument,
    sensors: instrument.sensors.filter((s) => s.id === 'bellows'),
    voices: instrument.voices
      .filter((v) => v.id.startsWith('bellows'))
      .map((v) => (v.is === 'note' ? { ...v, pitch: { is: 'fixed', note: 62 } } : v)),
  };
}
