import type { Board } from '../../instrument/board';
import type { Instrument } from '../../instrument/document';
import { midiInputsOf } from '../../instrument/midi-inputs';
import { commentSafe } from './comment-safe';
import { edgeValues, inputWords, otherInput, portName, powerUpRows } from './sketch-values';
import {
  baudOf,
  columnPlaces,
  contactPlaces,
  edgesTimed,
  lightPins,
  litBy,
  matrixOrder,
  NO_PIN,
  sendingPins,
  touchColumns,
  waysOut,
  type Place,
} from './wiring';

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
  const sends = sendingPins(instrument, board);
  const timed = edgesTimed(instrument, board).map((is, c) => is && contacts[c].pin !== NO_PIN);
  const powerUp = board.powerUp ?? [];
  const chosenOr = (p: Place) => p.chosen ?? NO_PIN;
  const multiplexed = places.some((p) => p.chosen !== null);
  const choosers = board.pins?.choosers ?? Array(4).fill(NO_PIN);
  const own = [...places, ...contacts].filter(({ pin }) => pin !== NO_PIN).map(({ pin }) => pin);
  const columns = contacts.flatMap(({ chosen }) => chosen ?? []);
  const lights = litBy(instrument, board);
  const led = lights ? lightPins(lights, board, contacts.length) : [];
  const charging = sends.filter((pin) => pin !== NO_PIN);
  const held = powerUp.map(({ pin }) => pin);
  const wired = [
    ...new Set([...own, ...columns, ...(multiplexed ? choosers : []), ...led, ...charging, ...held]),
  ];
  const button = instrument.sensors.find((s) => s.id === board.button)?.name;
  const inputs = midiInputsOf(instrument, board);
  const ways = waysOut(board);
  const cable = ways[0] === 'cable';
  /** Inputs that need a port of their own: the serial port for MIDI takes the first, where there is one. */
  const more = inputs.map((own, place) => ({ own, place })).slice(cable ? 1 : 0);
  const parts = {
    CABLE: cable,
    USB: ways.includes('usb'),
    RADIO: ways.includes('radio'),
    SECOND: ways.length > 1,
    THIRD: ways.length > 2,
    HOLDS: ways.length > 1 || !cable,
    SETTABLE: settable,
    MIDI_COMES_IN: inputs.length > 0 && cable,
    MORE_COMES_IN: more.length > 0,
    COLUMNS: places.length > 0,
    BUS: places.some(({ pin }) => pin === NO_PIN),
    TOUCH: touch.includes(true),
    TIMED: charging.length > 0,
    EDGES: timed.includes(true),
    CHECKS_EDGES: timed.some((is, c) => is && /^\d+$/.test(contacts[c].pin)),
    POWER_UP: powerUp.length > 0,
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
    MORE_INPUTS: more.map(({ own, place }) => otherInput(instrument, own, place)).join('\n'),
    BEGIN_INPUTS: more
      .map(({ own, place }) => `    MIDI_IN_${place}.begin(${baudOf(instrument, own)});`)
      .join('\n'),
    FIRST_WAY: portName(ways[0]),
    SECOND_WAY: portName(ways[1]),
    THIRD_WAY: portName(ways[2]),
    BUTTON_NAME: button ? commentSafe(button) : '',
    LIGHT_COUNT: String(lights?.count ?? 0),
    LIGHT_PINS: led.join(', '),
    LIGHT_DATA: led[0] ?? NO_PIN,
    LIGHT_CLOCK: led[1] ?? NO_PIN,
    TOUCH: touch.map(Number).join(', '),
    SENDS: sends.join(', '),
    ...edgeValues(timed, contacts),
    POWER_UP: powerUpRows(instrument, powerUp),
    INPUTS: places.map(chosenOr).join(', '),
    CHOOSERS: choosers.join(', '),
    MATRIX_CONTACTS: String(order.length),
    MATRIX_COLUMNS: contacts.map(chosenOr).join(', '),
    MATRIX_ORDER: order.join(', '),
    ANALOGUE_PINS: String(analoguePins(places.filter((_, i) => !touch[i] && sends[i] === NO_PIN))),
    WIRED: wired.length > 0 ? wired.join(', ') : NO_PIN,
    CONVERSION_NS: String(Math.round((board.pins?.conversionUs ?? 0) * 1000)),
  };
  const NO =
    parts.TIMED || parts.BUS || parts.EXPANDED || parts.MULTIPLEXED || parts.MATRIX || wired.length === 0;
  return withParts(template, { ...parts, NO_PIN: NO }).replace(
    /@([A-Z_]+)@/g,
    (_, name: string) => values[name],
  );
}

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
