import { columnsOf, columnsOfSensor, contactsOf } from '../instrument/access';
import type { Board } from '../instrument/board';
import type { Instrument } from '../instrument/document';
import { kindOf } from '../kinds/registry';

const lanesOf = (instrument: Instrument, board: Board) =>
  instrument.sensors.filter((s) => s.board === board.id).flatMap((s) => s.lanes);

/** On a board whose pins are told, a lane without one hangs on a bus, a matrix or a chip: the sketch does not read it. */
const NO_PIN = 'NO_PIN';

/** The pin of each column, as the sketch names it: A0, A1, … where none is given on a board whose pins are not told. */
export const pinsOf = (instrument: Instrument, board: Board): string[] =>
  lanesOf(instrument, board)
    .filter((lane) => lane.column !== undefined)
    .map((lane, i) => lane.pin ?? (board.pins ? NO_PIN : `A${i}`));

/** The pin of each contact: 2, 3, … likewise. */
export const contactPinsOf = (instrument: Instrument, board: Board): string[] =>
  lanesOf(instrument, board)
    .flatMap((lane) => (lane.contacts ?? []).map((_, i) => (i === 0 ? lane.pin : lane.otherPin)))
    .map((pin, i) => pin ?? (board.pins ? NO_PIN : String(2 + i)));

/** Whether each column is read by a touch peripheral. */
const touchColumns = (instrument: Instrument, board: Board): boolean[] =>
  instrument.sensors
    .filter((s) => s.board === board.id)
    .flatMap((s) => columnsOfSensor(s).map(() => kindOf(s).readBy === 'touch peripheral'));

/** Fills firmware/sketch.ino for an instrument's board: its name, bits, pins and columns. */
export function fillSketch(template: string, instrument: Instrument, board: Board): string {
  const pins = pinsOf(instrument, board);
  const touch = touchColumns(instrument, board);
  const analogue = pins
    .filter((_, i) => !touch[i])
    .map((p) => /^A(\d+)$/.exec(p)?.[1])
    .map((n) => (n === undefined ? 0 : Number(n) + 1));
  const values: Record<string, string> = {
    NAME: instrument.name.replace(/[^\p{L}\p{N} -]/gu, ' '),
    BITS: String(board.bits),
    PINS: pins.join(', '),
    TOUCH: touch.map(Number).join(', '),
    TOUCH_COLUMNS: String(touch.filter(Boolean).length),
    CONTACT_PINS: contactPinsOf(instrument, board).join(', '),
    ANALOGUE_PINS: String(Math.max(0, ...analogue)),
    CHANNELS: columnsOf(instrument, board).join(','),
    CONTACTS: contactsOf(instrument, board).join(','),
  };
  return template.replace(/@([A-Z_]+)@/g, (_, name: string) => values[name]);
}
