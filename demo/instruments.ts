import { levelController } from '@/core/kinds/level-voices';
import { newInstrument } from '@/core/instrument/create';
import type { Instrument } from '@/core/instrument/document';
import type { Lane, Sensor } from '@/core/instrument/sensor';
import type { NoteVoice } from '@/core/instrument/voices';
import { newSensor } from '@/core/kinds/new-sensor';
import { findKind } from '@/core/kinds/registry';
import { findBoardClass, ofClass } from '@/core/plan/board-classes';
import { withPins } from '@/core/plan/take-fit';
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

/** Wherry, a lap bellows: ten touch leaves choose, the bellows gate, the thumb pad presses, the knee switch holds; a ribbon and tilt are planned. Nothing measured. */
export function wherry(): Instrument {
  const instrument = newInstrument('wherry', 'Wherry', '2026-11-11T10:02:00.000Z');
  instrument.about = 'lap bellows';
  const touch = findBoardClass('touch-radio-32')!;
  Object.assign(instrument.boards[0], {
    ...ofClass(touch),
    name: '12-bit board with touch',
    pins: { ...touch.pins, transport: 'cable' },
  });
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
      lanes: lanes('leaf', 6, [62, 64, 66, 69, 71, 74, 76, 78, 81, 83]),
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
    sensor({
      id: 'wrist',
      name: 'Wrist ribbon',
      kind: 'ribbon',
      lanes: [{ id: 'wrist', column: 'wrist' }],
      facts: { mm: 120, ohms: 10_000, pullDownOhms: 100_000, octaves: 1 },
    }),
    newSensor(findKind('tilt')!, 'tilt', 'Tilt', 'board', 3),
  ];
  return withPins(instrument);
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

/** Cairn, a table of nine struck stones with a strip, pots, an encoder and a pedal. Nothing measured. */
export function cairn(): Instrument {
  const instrument = newInstrument('cairn', 'Cairn', '2026-11-14T09:30:00.000Z');
  instrument.about = 'nine struck stones';
  Object.assign(instrument.boards[0], {
    name: '10-bit board',
    ...{ bits: 10, supplyVolts: 5, memoryBytes: 8192, flashBytes: 253_952 },
    // A large 8-bit board of its own setting: its converter runs at 500 kHz, thirteen clocks a conversion.
    pins: { ...findBoardClass('large-8')!.pins, conversionUs: 26 },
  });
  instrument.sensors = [
    sensor({
      id: 'stones',
      name: 'Stones',
      kind: 'strike-pads',
      lanes: lanes('stone', 'A', [50, 52, 55, 57, 59, 62, 64, 67, 69]),
    }),
    newSensor(findKind('ribbon')!, 'strip', 'Press strip', 'board', 1),
    newSensor(findKind('pot')!, 'pots', 'Pots', 'board', 2),
    newSensor(findKind('encoder')!, 'encoder', 'Encoder', 'board', 1),
    newSensor(findKind('pedal')!, 'pedal', 'Pedal', 'board', 1),
  ];
  return withPins(instrument);
}

/** Sallow, a cranked wheel with keys, on two boards in series. Planned, nothing measured. */
export function sallow(): Instrument {
  const instrument = newInstrument('sallow', 'Sallow', '2026-11-16T08:10:00.000Z');
  instrument.about = 'cranked wheel with keys';
  const [board] = instrument.boards;
  const own = ofClass(findBoardClass('fast-32')!);
  const wide = { ...own, pins: { ...own.pins!, transport: 'cable' as const } };
  instrument.boards = [
    { ...board, ...wide, name: 'Key board' },
    { ...board, ...wide, id: 'board-2', name: 'Wheel board' },
  ];
  instrument.links = [{ from: 'board-2', to: 'board' }];
  const part = (
    kind: string,
    id: string,
    name: string,
    on: string,
    count: number,
    first?: number,
  ): Sensor => {
    const made = newSensor(findKind(kind)!, id, name, on, count);
    return first === undefined
      ? made
      : { ...made, lanes: made.lanes.map((l, i) => ({ ...l, note: first + i })) };
  };
  instrument.sensors = [
    part('two-contact-keys', 'keys', 'Keys', 'board', 12, 55),
    part('magnet-keys', 'magnets', 'Magnet keys', 'board', 8, 67),
    { ...part('wheel-speed', 'wheel', 'Wheel', 'board-2', 1), facts: { magnets: 6 } },
    { ...part('ribbon', 'drone', 'Drone strip', 'board-2', 1), facts: { mm: 400, octaves: 2 } },
    part('stick', 'thumb', 'Thumb stick', 'board-2', 2),
  ];
  return withPins(instrument);
}
