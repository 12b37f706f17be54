import type { Board } from '../instrument/board';
import type { Instrument } from '../instrument/document';
import { BOARD_CLASSES } from './board-classes';
import { movedTo, withPins } from './take-fit';

/** Numbers of a board that a maker types from its sheet. */
export interface BoardNumber {
  says: string;
  unit: string;
  low: number;
  high: number;
  step?: number;
  /** In {@link Board}, or in its pins. */
  of: 'board' | 'pins';
  name: string;
}

const board = (says: string, unit: string, name: keyof Board, low: number, high: number, step?: number) =>
  ({ says, unit, low, high, step, of: 'board', name }) as const;
const pins = (
  says: string,
  unit: string,
  name: keyof NonNullable<Board['pins']>,
  low: number,
  high: number,
  step?: number,
) => ({ says, unit, low, high, step, of: 'pins', name }) as const;

/** What a board's sheet says, in the order in which a maker looks it up; within the document's limits (instrument/board.ts). */
export const BOARD_NUMBERS: readonly BoardNumber[] = [
  board('converter', 'bits', 'bits', 8, 16),
  board('supply', 'V', 'supplyVolts', 1, 12, 0.1),
  board('scans a second', 'Hz', 'scanHz', 20, 20_000),
  board('MIDI line', 'baud', 'midiBaud', 9600, 12_000_000, 50),
  board('memory', 'bytes', 'memoryBytes', 128, 2 ** 31),
  board('program memory', 'bytes', 'flashBytes', 1024, 2 ** 31),
  pins('analogue pins', '', 'analogue', 0, 64),
  pins('of them analogue only', '', 'analogueOnly', 0, 64),
  pins('further digital pins', '', 'digital', 0, 128),
  pins('of them time edges', '', 'interrupt', 0, 128),
  pins('of them sense touch', '', 'touch', 0, 128),
  pins('multiplexers of 16', '', 'multiplexers', 0, 8),
  pins('one conversion', 'µs', 'conversionUs', 0.1, 10_000, 0.1),
  pins('clock', 'MHz', 'clockMhz', 1, 2000),
  pins('current of its own', 'mA', 'currentMa', 0, 5000),
];

/** A number of a board; what it has not told reads as 0. */
export function boardNumber(own: Board, { of, name }: BoardNumber): number {
  const value =
    of === 'board' ? own[name as keyof Board] : own.pins?.[name as keyof NonNullable<Board['pins']>];
  return typeof value === 'number' ? value : 0;
}

/** Of what, pins that are counted among others are no more. */
const AMONG: Record<string, 'analogue' | 'digital'> = {
  ...{ analogueOnly: 'analogue', multiplexers: 'analogue', interrupt: 'digital', touch: 'digital' },
};

/** The most that a number of a board can be: pins that are counted among others are no more than these. */
export const highestOf = (own: Board, { name, high }: BoardNumber): number =>
  AMONG[name] && own.pins ? Math.min(high, own.pins[AMONG[name]]) : high;

/**
 * An instrument one of whose boards has another number: its sensors are wired anew, and what was measured in other counts is
 * kept aside. A board that has not told its pins begins with those of the first class.
 */
export function withBoardNumber(
  instrument: Instrument,
  id: string,
  of: BoardNumber,
  value: number,
): Instrument {
  const before = instrument.boards.find((b) => b.id === id);
  if (!before) return instrument;
  const whole = { ...BOARD_CLASSES[0].pins, ...before.pins };
  const after: Board =
    of.of === 'board'
      ? { ...before, [of.name]: value }
      : { ...before, pins: keptWithin({ ...whole, [of.name]: value }) };
  const sensors = instrument.sensors.map((s) => (s.board === id ? movedTo(s, after, instrument) : s));
  const boards = instrument.boards.map((b) => (b.id === id ? after : b));
  return withPins({ ...instrument, boards, sensors });
}

/** Pins that are counted among others are no more than these; a board without multiplexers has no word for them. */
function keptWithin(own: NonNullable<Board['pins']>): NonNullable<Board['pins']> {
  const kept = {
    ...own,
    analogueOnly: Math.min(own.analogueOnly, own.analogue),
    interrupt: Math.min(own.interrupt, own.digital),
    touch: Math.min(own.touch, own.digital),
  };
  const multiplexers = Math.min(own.multiplexers ?? 0, own.analogue);
  if (multiplexers > 0) return { ...kept, multiplexers };
  delete kept.multiplexers;
  return kept;
}
