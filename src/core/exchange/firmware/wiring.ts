import { columnsOfSensor, contactsOf } from '../../instrument/access';
import { TRANSPORTS, type Board, type Link, type MidiInput, type Transport } from '../../instrument/board';
import type { Instrument, Lights } from '../../instrument/document';
import { lightWiresOf } from '../../instrument/lights';
import { midiInputsOf } from '../../instrument/midi-inputs';
import { transportsOf } from '../../instrument/transports';
import { CABLE_BAUD } from '../../midi/messages';
import { kindPlanOf } from '../../kinds/plans-registry';
import { kindOf } from '../../kinds/registry';

const lanesOf = (instrument: Instrument, board: Board) =>
  instrument.sensors.filter((s) => s.board === board.id).flatMap((s) => s.lanes);

/** On a board whose pins are told, a lane without one hangs on a bus or an expander: the sketch does not read it. */
export const NO_PIN = 'NO_PIN';

/** A pin, and what is chosen there: an input of a multiplexer, or the column of a matrix; null for neither. */
export interface Place {
  pin: string;
  chosen: string | null;
}

function placeOf(place: string | undefined, otherwise: string, board: Board): Place {
  if (place === undefined) return { pin: board.pins ? NO_PIN : otherwise, chosen: null };
  const [pin, chosen] = place.split('.');
  return { pin, chosen: chosen ?? null };
}

/** Where each column is read: A0, A1, … where no pin is given on a board whose pins are not told. */
export const columnPlaces = (instrument: Instrument, board: Board): Place[] =>
  lanesOf(instrument, board)
    .filter((lane) => lane.column !== undefined)
    .map((lane, i) => placeOf(lane.pin, `A${i}`, board));

/** Where each contact is read: 2, 3, … likewise. */
export const contactPlaces = (instrument: Instrument, board: Board): Place[] =>
  lanesOf(instrument, board)
    .flatMap((lane) => (lane.contacts ?? []).map((_, i) => (i === 0 ? lane.pin : lane.otherPin)))
    .map((pin, i) => placeOf(pin, String(2 + i), board));

/** What a board's sketch is besides its image, as text: how it reads its pins, and how often. Other wiring is another build. */
export function wiringOf(instrument: Instrument, board: Board): string {
  const sends = sendingPins(instrument, board);
  return JSON.stringify([
    [board.bits, board.scanHz, board.pins?.choosers ?? []],
    [columnPlaces(instrument, board), touchColumns(instrument, board), contactPlaces(instrument, board)],
    ...midiInputsOf(instrument, board).map((port) => baudOf(instrument, port)),
    ...(litBy(instrument, board) ? [[instrument.lights]] : []),
    ...(waysOut(board).join() === 'cable' ? [] : [waysOut(board)]),
    ...(board.powerUp?.length ? [board.powerUp] : []),
    ...(sends.some((pin) => pin !== NO_PIN) ? [sends] : []),
  ]);
}

/** What a board plays over; a cable, where there is one, stands first. */
export const waysOut = (board: Board): Transport[] =>
  TRANSPORTS.filter((own) => transportsOf(board).includes(own));

/** The lights that something on a board is shown on. */
export const litBy = ({ voices, lights, boards }: Instrument, { id }: Board): Lights | null =>
  lights && boards[0].id === id && voices.some((v) => v.is === 'light') ? lights : null;

/** The lights' pins; those after the contacts on a board whose pins are not told, none where it has none left. */
export function lightPins(lights: Lights, board: Board, contacts: number): string[] {
  if (board.pins) return lights.pins ?? [];
  return lightWiresOf(lights).map((_, i) => String(2 + contacts + i));
}

/** Contacts of matrices, by their place among all, column by column. */
export const matrixOrder = (places: readonly Place[]): number[] =>
  places
    .map((_, i) => i)
    .filter((i) => places[i].chosen !== null)
    .sort((a, b) => places[a].chosen!.localeCompare(places[b].chosen!) || a - b);

/** Whether each column is read by a touch peripheral. */
export const touchColumns = (instrument: Instrument, board: Board): boolean[] =>
  instrument.sensors
    .filter((s) => s.board === board.id)
    .flatMap((s) => columnsOfSensor(s).map(() => kindOf(s).readBy === 'touch peripheral'));

/** The pin that charges each column's pad; none where it is no pad that is timed. On a board whose pins are not told, the one after its contacts. */
export function sendingPins(instrument: Instrument, board: Board): string[] {
  const spare = board.pins ? NO_PIN : String(2 + contactsOf(instrument, board).length);
  return instrument.sensors
    .filter((s) => s.board === board.id)
    .flatMap((s) =>
      s.lanes
        .filter(({ column }) => column !== undefined)
        .map(({ otherPin }) => (kindOf(s).readBy === 'charge time' ? (otherPin ?? spare) : NO_PIN)),
    );
}

/** Whether the edges of each contact are timed by themselves, and not by looking at it again and again. */
export const edgesTimed = (instrument: Instrument, board: Board): boolean[] =>
  instrument.sensors
    .filter((s) => s.board === board.id)
    .flatMap((s) => {
      const timed = kindPlanOf(s)
        .signals(s.lanes.length)
        .some(({ needs }) => needs === 'interrupt');
      return s.lanes.flatMap(({ contacts = [] }) => contacts.map(() => timed));
    });

/** Bits a second of what is wired to an input. */
export const baudOf = ({ boards }: Instrument, port: Link | MidiInput): number =>
  ('from' in port ? boards.find(({ id }) => id === port.from)?.midiBaud : undefined) ?? CABLE_BAUD;
