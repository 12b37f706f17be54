import { columnsOf, columnsOfSensor, contactsOf } from '../instrument/access';
import type { Board } from '../instrument/board';
import type { Instrument } from '../instrument/document';
import { kindOf } from '../kinds/registry';

const lanesOf = (instrument: Instrument, board: Board) =>
  instrument.sensors.filter((s) => s.board === board.id).flatMap((s) => s.lanes);

/** On a board whose pins are told, a lane without one hangs on a bus or an expander: the sketch does not read it. */
const NO_PIN = 'NO_PIN';

/** A pin, and what is chosen there: an input of a multiplexer, or the column of a matrix; null for neither. */
interface Place {
  pin: string;
  chosen: string | null;
}

function placeOf(place: string | undefined, otherwise: string, board: Board): Place {
  if (place === undefined) return { pin: board.pins ? NO_PIN : otherwise, chosen: null };
  const [pin, chosen] = place.split('.');
  return { pin, chosen: chosen ?? null };
}

/** Where each column is read: A0, A1, … where no pin is given on a board whose pins are not told. */
const columnPlaces = (instrument: Instrument, board: Board): Place[] =>
  lanesOf(instrument, board)
    .filter((lane) => lane.column !== undefined)
    .map((lane, i) => placeOf(lane.pin, `A${i}`, board));

/** Where each contact is read: 2, 3, … likewise. */
const contactPlaces = (instrument: Instrument, board: Board): Place[] =>
  lanesOf(instrument, board)
    .flatMap((lane) => (lane.contacts ?? []).map((_, i) => (i === 0 ? lane.pin : lane.otherPin)))
    .map((pin, i) => placeOf(pin, String(2 + i), board));

/** What a board's sketch is besides its image, as text: how it reads its pins, and how often. Other wiring is another build. */
export const wiringOf = (instrument: Instrument, board: Board): string =>
  JSON.stringify([
    [board.bits, board.scanHz, board.pins?.choosers ?? []],
    [columnPlaces(instrument, board), touchColumns(instrument, board), contactPlaces(instrument, board)],
  ]);

/** Contacts of matrices, by their place among all, column by column. */
const matrixOrder = (places: readonly Place[]): number[] =>
  places
    .map((_, i) => i)
    .filter((i) => places[i].chosen !== null)
    .sort((a, b) => places[a].chosen!.localeCompare(places[b].chosen!) || a - b);

/** Whether each column is read by a touch peripheral. */
const touchColumns = (instrument: Instrument, board: Board): boolean[] =>
  instrument.sensors
    .filter((s) => s.board === board.id)
    .flatMap((s) => columnsOfSensor(s).map(() => kindOf(s).readBy === 'touch peripheral'));

/** Fills firmware/sketch.ino for an instrument's board: its name, bits, pins and columns. */
export function fillSketch(template: string, instrument: Instrument, board: Board): string {
  const places = columnPlaces(instrument, board);
  const contacts = contactPlaces(instrument, board);
  const order = matrixOrder(contacts);
  const pins = places.map(({ pin }) => pin);
  const chosenOr = (p: Place) => p.chosen ?? NO_PIN;
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
    MULTIPLEXED: String(Number(places.some((p) => p.chosen !== null))),
    INPUTS: places.map(chosenOr).join(', '),
    CHOOSERS: (board.pins?.choosers ?? Array(4).fill(NO_PIN)).join(', '),
    CONTACT_PINS: contacts.map(({ pin }) => pin).join(', '),
    MATRIX_CONTACTS: String(order.length),
    MATRIX_COLUMNS: contacts.map(chosenOr).join(', '),
    MATRIX_ORDER: order.join(', '),
    ANALOGUE_PINS: String(Math.max(0, ...analogue)),
    CHANNELS: columnsOf(instrument, board).join(','),
    CONTACTS: contactsOf(instrument, board).join(','),
  };
  return template.replace(/@([A-Z_]+)@/g, (_, name: string) => values[name]);
}
