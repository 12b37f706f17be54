import { newInstrument } from './create';
import type { Instrument, Voice } from './document';

/** For tests: one straight sensor on channel breath, rest 1000, off 1010, on 1020, reach 2020, so that on … reach are a thousand counts. */
export function straight(voices: Partial<Voice>[], change: Partial<Instrument['board']> = {}): Instrument {
  const instrument = newInstrument('t', 'T', '2026-01-01T00:00:00Z');
  instrument.board = { ...instrument.board, ...change };
  instrument.sensors[0].calibration = {
    rest: 1000,
    noise: 2,
    polarity: 'rising',
    reach: { up: 2020, down: null },
    on: 1020,
    off: 1010,
    onDown: null,
    offDown: null,
    deadZone: { up: 20, down: null },
    takes: [],
    method: '',
  };
  instrument.voices = voices.map((v, i) => ({
    id: `v${i}`,
    sensor: 'breath',
    kind: 'controller',
    side: 'both',
    channel: 1,
    controller: 2,
    ...v,
  }));
  return instrument;
}
