import { levelController } from '@/core/kinds/level-voices';
import { newInstrument } from '@/core/instrument/create';
import type { Instrument } from '@/core/instrument/document';
import type { Lane, Sensor } from '@/core/instrument/sensor';
import type { NoteVoice } from '@/core/instrument/voices';
import { PRACTICE_GAUGE } from '@/core/kinds/breath-gauge/simulate';

const sensor = (own: Omit<Sensor, 'board' | 'responses'>): Sensor => ({
  ...own,
  board: 'board',
  responses: [],
});
/** @param pin the first one: a number that counts on, or a letter before it */
const lanes = (stem: string, pin: number | string, notes: readonly number[]): Lane[] =>
  notes.map((note, i) => ({
    id: `${stem}-${i + 1}`,
    column: `${stem}${i + 1}`,
    pin: typeof pin === 'number' ? String(pin + i) : `${pin}${i}`,
    note,
  }));

/** Wherry, a lap bellows: ten touch leaves choose, the bellows gate, the thumb pad presses, the knee switch holds. Nothing measured. */
export function wherry(): Instrument {
  const instrument = newInstrument('wherry', 'Wherry', '2026-11-11T10:02:00.000Z');
  instrument.about = 'lap bellows';
  Object.assign(instrument.boards[0], { memoryBytes: 32_768, flashBytes: 262_144 });
  instrument.sensors = [
    sensor({
      id: 'bellows',
      name: 'Bellows',
      kind: 'breath-gauge',
      lanes: [{ id: 'bellows', column: 'bellows', pin: 'A0' }],
      verb: 'push',
      facts: { ...PRACTICE_GAUGE },
    }),
    // D, two octaves of the five notes that a bellows plays without a thumb's help.
    sensor({
      id: 'leaves',
      name: 'Leaves',
      kind: 'touch-pads',
      lanes: lanes('leaf', 22, [62, 64, 66, 69, 71, 74, 76, 78, 81, 83]),
    }),
    sensor({
      id: 'thumb',
      name: 'Thumb pad',
      kind: 'force-pad',
      lanes: [{ id: 'thumb', column: 'thumb', pin: 'A1' }],
      facts: { fixedOhms: 10_000 },
    }),
    sensor({
      id: 'knee',
      name: 'Knee',
      kind: 'switch',
      lanes: [{ id: 'knee', contacts: ['knee'], pin: '2' }],
    }),
  ];
  return instrument;
}

/** The voices of Wherry. @param full counts that a loud attack reaches within 10 ms */
export function wherryVoices(instrument: Instrument, full: number): Instrument['voices'] {
  const [bellows, , thumb, knee] = instrument.sensors;
  const note: NoteVoice = {
    id: 'bellows-note',
    is: 'note',
    gate: { sensor: 'bellows', port: 'gate' },
    side: 'both',
    zone: 'main',
    pitch: { is: 'chosen', source: { sensor: 'leaves', port: 'pad' }, by: 'last' },
    velocity: { is: 'attack', windowMs: 10, full, from: 1, to: 127 },
  };
  return [
    levelController(bellows, 'breath', 2, 'main'),
    note,
    {
      id: 'thumb-level',
      is: 'pressure',
      source: { sensor: thumb.id, port: 'press' },
      side: 'both',
      zone: 'main',
      deadband: 0,
      perSecond: 200,
    },
    {
      id: 'knee-hold',
      is: 'controller',
      source: { sensor: knee.id, port: 'closed' },
      side: 'both',
      zone: 'main',
      controller: 64,
    },
  ];
}

/** Cairn, a table of nine struck stones. Nothing measured. */
export function cairn(): Instrument {
  const instrument = newInstrument('cairn', 'Cairn', '2026-11-14T09:30:00.000Z');
  instrument.about = 'nine struck stones';
  Object.assign(instrument.boards[0], {
    name: '10-bit board',
    bits: 10,
    supplyVolts: 5,
    memoryBytes: 2048,
    flashBytes: 32_256,
  });
  instrument.sensors = [
    sensor({
      id: 'stones',
      name: 'Stones',
      kind: 'strike-pads',
      lanes: lanes('stone', 'A', [50, 52, 55, 57, 59, 62, 64, 67, 69]),
    }),
  ];
  return instrument;
}
