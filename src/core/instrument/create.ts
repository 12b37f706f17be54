import { FORMAT, VERSION, type Instrument } from './document';

/** A new instrument: one breath gauge on a 12-bit board, nothing measured, and no voice yet. */
export function newInstrument(id: string, name: string, at: string): Instrument {
  return {
    format: FORMAT,
    version: VERSION,
    id,
    name,
    about: '',
    board: { name: '12-bit board', bits: 12, supplyVolts: 3.3, scanHz: 1000, tableBits: 7 },
    sensors: [
      {
        id: 'breath',
        name: 'Breath',
        kind: 'breath-gauge',
        channel: 'breath',
        pin: 'A0',
        response: { family: 'straight' },
      },
    ],
    voices: [],
    log: [{ at, says: 'begun' }],
  };
}
