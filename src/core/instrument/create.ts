import { FORMAT, VERSION, type Instrument } from './document';

/** A new instrument: one breath gauge on a 12-bit board, nothing measured, and no voice yet. */
export function newInstrument(id: string, name: string, at: string): Instrument {
  return {
    format: FORMAT,
    version: VERSION,
    id,
    name,
    about: '',
    boards: [
      {
        id: 'board',
        name: '12-bit board',
        bits: 12,
        supplyVolts: 3.3,
        scanHz: 1000,
        tableBits: 7,
        midiBaud: 31_250,
      },
    ],
    links: [],
    sensors: [
      {
        id: 'breath',
        name: 'Breath',
        kind: 'breath-gauge',
        board: 'board',
        lanes: [{ id: 'breath', column: 'breath', pin: 'A0' }],
        responses: [],
      },
    ],
    voices: [],
    zones: [{ is: 'single', id: 'main', channel: 1 }],
    scenes: [],
    log: [{ at, says: 'begun' }],
  };
}
