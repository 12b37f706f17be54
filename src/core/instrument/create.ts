import { FORMAT, VERSION, type Instrument, type Voice } from './document';

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

/** The voices that a breath sensor starts with: a gated note, and breath as controller 2. */
export function breathVoices(sensor: string, attack: number | null, on: number): Voice[] {
  return [
    {
      id: `${sensor}-level`,
      sensor,
      kind: 'controller',
      side: 'both',
      channel: 1,
      controller: 2,
      bits: 7,
      deadband: 0,
      perSecond: 200,
    },
    {
      id: `${sensor}-note`,
      sensor,
      kind: 'note',
      side: 'both',
      channel: 1,
      note: 62,
      velocity: { windowMs: 10, full: attack ?? Math.max(2, 4 * on), from: 1, to: 127 },
    },
  ];
}
