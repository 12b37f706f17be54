import { columnsOfSensor } from '../../instrument/access';
import type { Board, Link, MidiInput } from '../../instrument/board';
import type { Instrument, Lights } from '../../instrument/document';
import { lightWiresOf } from '../../instrument/lights';
import { midiInputsOf } from '../../instrument/midi-inputs';
import { CABLE_BAUD } from '../../midi/messages';
import { kindOf } from '../../kinds/registry';
import { commentSafe } from './comment-safe';

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
    ...midiInputsOf(instrument, board).map((port) => baudOf(instrument, port)),
    ...(litBy(instrument, board) ? [[instrument.lights]] : []),
  ]);

/** The lights that something on a board is shown on. */
const litBy = ({ voices, lights, boards }: Instrument, { id }: Board): Lights | null =>
  lights && boards[0].id === id && voices.some((v) => v.is === 'light') ? lights : null;

/** The lights' pins; those after the contacts on a board whose pins are not told, none where it has none left. */
function lightPins(lights: Lights, board: Board, contacts: number): string[] {
  if (board.pins) return lights.pins ?? [];
  return lightWiresOf(lights).map((_, i) => String(2 + contacts + i));
}

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

/** Bits of the converters of 8-bit boards. */
const AVR_BITS = 10;

/** What each place is, as the maker finds it: its sensor, its lane, its note. */
const remarksOf = (instrument: Instrument, board: Board, of: 'columns' | 'contacts'): string[] =>
  instrument.sensors
    .filter((s) => s.board === board.id)
    .flatMap((sensor) =>
      sensor.lanes.flatMap((lane) => {
        const own =
          of === 'contacts' ? (lane.contacts ?? []) : lane.column === undefined ? [] : [lane.column];
        const note = lane.note === undefined ? '' : `, note ${lane.note}`;
        return own.map((name) => commentSafe(`${sensor.name}: ${name}${note}`));
      }),
    );

/** An entry a line, each with what it is. @param what a place chooses at its pin */
const lines = (places: readonly Place[], remarks: readonly string[], what: 'input' | 'column'): string =>
  places
    .map(
      ({ pin, chosen }, i) =>
        `    ${pin}, /* ${remarks[i]}${chosen === null ? '' : `, ${what} ${chosen}`} */`,
    )
    .join('\n');

/**
 * Fills firmware/sketch.ino for an instrument's board: its name, bits, pins and columns, and of its parts those that it needs.
 * @param settable whether its settings can be changed while it plays
 */
export function fillSketch(
  template: string,
  instrument: Instrument,
  board: Board,
  settable: boolean,
): string {
  const places = columnPlaces(instrument, board);
  const contacts = contactPlaces(instrument, board);
  const order = matrixOrder(contacts);
  const touch = touchColumns(instrument, board);
  const chosenOr = (p: Place) => p.chosen ?? NO_PIN;
  const multiplexed = places.some((p) => p.chosen !== null);
  const choosers = board.pins?.choosers ?? Array(4).fill(NO_PIN);
  const own = [...places, ...contacts].filter(({ pin }) => pin !== NO_PIN).map(({ pin }) => pin);
  const columns = contacts.flatMap(({ chosen }) => chosen ?? []);
  const lights = litBy(instrument, board);
  const led = lights ? lightPins(lights, board, contacts.length) : [];
  const wired = [...new Set([...own, ...columns, ...(multiplexed ? choosers : []), ...led])];
  const button = instrument.sensors.find((s) => s.id === board.button)?.name;
  const inputs = midiInputsOf(instrument, board);
  const parts = {
    SETTABLE: settable,
    MIDI_COMES_IN: inputs.length > 0,
    MORE_COMES_IN: inputs.length > 1,
    COLUMNS: places.length > 0,
    BUS: places.some(({ pin }) => pin === NO_PIN),
    TOUCH: touch.includes(true),
    MULTIPLEXED: multiplexed,
    CONTACTS: contacts.length > 0,
    PLAIN_CONTACTS: contacts.length > order.length,
    EXPANDED: contacts.some(({ pin }) => pin === NO_PIN),
    MATRIX: order.length > 0,
    BUTTON: button !== undefined,
    LIGHTS: lights !== null,
    UNLED: lights !== null && led.length === 0,
    CLOCKED: lights?.as === 'clocked',
    SINGLE: lights?.as === 'single',
    // A measurement of more bits is refused by the chips whose converter's clock could be set.
    CONVERSION_NS: board.pins !== undefined && places.length > 0 && board.bits <= AVR_BITS,
  };
  const values: Record<string, string> = {
    NAME: instrument.name.replace(/[^\p{L}\p{N} -]/gu, ' '),
    BITS: String(board.bits),
    PINS: lines(places, remarksOf(instrument, board, 'columns'), 'input'),
    CONTACT_PINS: lines(contacts, remarksOf(instrument, board, 'contacts'), 'column'),
    MIDI_INPUT: inputs.length > 0 ? inputWords(instrument, inputs[0]) : '',
    MORE_INPUTS: inputs
      .slice(1)
      .map((own, i) => otherInput(instrument, own, i + 1))
      .join('\n'),
    BEGIN_INPUTS: inputs
      .slice(1)
      .map((own, i) => `    MIDI_IN_${i + 1}.begin(${baudOf(instrument, own)});`)
      .join('\n'),
    BUTTON_NAME: button ? commentSafe(button) : '',
    LIGHT_COUNT: String(lights?.count ?? 0),
    LIGHT_PINS: led.join(', '),
    LIGHT_DATA: led[0] ?? NO_PIN,
    LIGHT_CLOCK: led[1] ?? NO_PIN,
    TOUCH: touch.map(Number).join(', '),
    INPUTS: places.map(chosenOr).join(', '),
    CHOOSERS: choosers.join(', '),
    MATRIX_CONTACTS: String(order.length),
    MATRIX_COLUMNS: contacts.map(chosenOr).join(', '),
    MATRIX_ORDER: order.join(', '),
    ANALOGUE_PINS: String(analoguePins(places.filter((_, i) => !touch[i]))),
    WIRED: wired.length > 0 ? wired.join(', ') : NO_PIN,
    CONVERSION_NS: String(Math.round((board.pins?.conversionUs ?? 0) * 1000)),
  };
  const NO = parts.BUS || parts.EXPANDED || parts.MULTIPLEXED || parts.MATRIX || wired.length === 0;
  return withParts(template, { ...parts, NO_PIN: NO }).replace(
    /@([A-Z_]+)@/g,
    (_, name: string) => values[name],
  );
}

/** What is wired to an input, for a comment. */
const inputWords = ({ boards }: Instrument, port: Link | MidiInput): string =>
  commentSafe('name' in port ? port.name : boards.find(({ id }) => id === port.from)!.name);

/** A further input has a port of its own. @param place from 1 */
const otherInput = (instrument: Instrument, port: Link | MidiInput, place: number): string =>
  [
    `/* And on this one: ${inputWords(instrument, port)}. Define it yourself to use another. */`,
    `#ifndef MIDI_IN_${place}`,
    `#define MIDI_IN_${place} Serial${place + 1}`,
    '#endif',
  ].join('\n');

const baudOf = ({ boards }: Instrument, port: Link | MidiInput): number =>
  ('from' in port ? boards.find(({ id }) => id === port.from)?.midiBaud : undefined) ?? CABLE_BAUD;

/** One more than the highest of A0, A1, … that is read. */
const analoguePins = (places: readonly Place[]): number =>
  places.reduce((most, { pin }) => Math.max(most, 1 + Number(/^A(\d+)$/.exec(pin)?.[1] ?? -1)), 0);

/**
 * The lines of a template whose parts are there: `//@if NAME`, `//@else` and `//@end` stand on lines of their own, and may lie
 * within each other. @throws RangeError where a part has no name here
 */
function withParts(template: string, parts: Readonly<Record<string, boolean>>): string {
  const within: boolean[] = [];
  return template
    .split('\n')
    .filter((line) => {
      const [, word, name] = /^\/\/@(if|else|end)\s*(\w*)$/.exec(line) ?? [];
      if (word === 'if') {
        if (!(name in parts))
          throw new RangeError(`withParts: a part of the sketch is required, got ${name}`);
        within.push(parts[name]);
      } else if (word === 'else') within.push(!within.pop()!);
      else if (word === 'end') within.pop();
      return word === undefined && within.every(Boolean);
    })
    .join('\n');
}
