import { newInstrument } from '../instrument/create';
import type { Calibration, Instrument, Voice } from '../instrument/document';

/** For tests: rest 1000, off 10 counts from it, on 20, reach 1020 above and 520 below. */
export const twoSided: Calibration = {
  rest: 1000,
  noise: 2,
  polarity: 'rising',
  reach: { up: 2020, down: 480 },
  on: 1020,
  off: 1010,
  onDown: 980,
  offDown: 990,
  deadZone: { up: 20, down: 20 },
  takes: [],
  method: '',
};

/** For tests: one straight sensor on channel breath, the upper side of {@link twoSided}: on … reach are a thousand counts. */
export function identityInstrument(
  voices: Partial<Voice>[],
  change: Partial<Instrument['board']> = {},
): Instrument {
  const instrument = newInstrument('t', 'T', '2026-01-01T00:00:00Z');
  instrument.board = { ...instrument.board, ...change };
  instrument.sensors[0].calibration = {
    ...twoSided,
    reach: { up: 2020, down: null },
    onDown: null,
    offDown: null,
    deadZone: { up: 20, down: null },
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
