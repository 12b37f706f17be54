import { columnsOfSensor } from '../../instrument/access';
import type { Board } from '../../instrument/board';
import type { Instrument } from '../../instrument/document';
import { midiInputsOf } from '../../instrument/midi-inputs';
import { transportsOf } from '../../instrument/transports';
import { libraryName } from './library';
import { oneLine } from './one-line';
import { columnPlaces, contactPlaces, NO_PIN } from './wiring';

/** Longest line, letters: as it is read in any editor. */
const WIDTH = 92;

/** README.txt, under a page: what a maker does with the files of a board, in order. @param name of its sketch @param settable whether settings can be changed while it plays */
export function writeReadme(instrument: Instrument, board: Board, name: string, settable: boolean): string {
  const sections = [
    ['First', first(board)],
    ['Flash', flash(name)],
    ['See the counts', counts()],
    ['Hear the notes', notes(instrument, board)],
    ['The board’s light', light(instrument, board)],
    ...(settable ? [['Change it later', SETTINGS] as const] : []),
    ...unread(instrument, board),
    ...(transportsOf(board).includes('radio') ? [['The radio', RADIO] as const] : []),
    ...(transportsOf(board).includes('usb') ? [['USB', USB] as const] : []),
  ];
  const title = `${oneLine(instrument.name)}, ${oneLine(board.name)}`;
  const body = sections.map(([head, text]) => `${head.toUpperCase()}\n${wrapped(text)}\n`);
  return [`${title}\n${'='.repeat(title.length)}\n`, ...body].join('\n');
}

/** @param text paragraphs, a line each */
const wrapped = (text: string): string =>
  text
    .split('\n')
    .map((line) => (line.startsWith('  ') ? line : broken(line)))
    .join('\n');

/** A paragraph broken into lines of WIDTH letters at most, between words. */
function broken(line: string): string {
  const lines: string[] = [''];
  for (const word of line.split(' ')) {
    const last = lines[lines.length - 1];
    if (last && last.length + 1 + word.length > WIDTH) lines.push(word);
    else lines[lines.length - 1] = last ? `${last} ${word}` : word;
  }
  return lines.join('\n');
}

const first = ({ supplyVolts }: Board): string =>
  [
    'wiring.svg shows every wire; it opens in any browser.',
    'Before the first plug, find which side of each plug is ground: the meter must beep between it and the board’s ground.',
    `Connect ground and supply (${supplyVolts} V) alone, plug the board in, and measure that voltage between them; nothing may grow warm. Then the signals, one sensor after another.`,
    'Solder with air and covered eyes. What skin or lips touch belongs on a battery or an isolated supply.',
  ].join('\n');

const flash = (name: string): string =>
  [
    `Open ${name}.ino with the tool that you build with, choose your board and its port, and upload.`,
    `Or import the folder ${libraryName(name)} as a library; the same sketch stands among its examples.`,
    'Where the board cannot do what the instrument asks, building stops with one sentence that says what to change.',
  ].join('\n');

const counts = (): string =>
  'Choose the board’s port in Cheironom (Practice board, at the top right). Or set PRINT_FRAMES in the sketch to 1 and open a serial monitor at 500000 baud: a line a scan, time in µs and one count a column.';

const WAYS = { cable: 'over its MIDI cable', usb: 'over USB', radio: 'over its radio' } as const;

function notes(instrument: Instrument, board: Board): string {
  const ways = transportsOf(board).map((own) => WAYS[own]);
  const inputs = midiInputsOf(instrument, board).length;
  return [
    `It plays ${ways.join(' and ')} from power-up on. Begin with the monitor low: a first sound can be loud. Let everything rest while the power comes.`,
    ...(inputs > 0 ? ['What comes in on its MIDI input is sent on among its own notes.'] : []),
    ...(board.powerUp?.length
      ? [
          `Pins that change how it begins, when they are held to ground at power-up: ${board.powerUp.map(({ pin }) => pin).join(', ')}.`,
        ]
      : []),
  ].join('\n');
}

const light = (instrument: Instrument, board: Board): string =>
  [
    'Lit for a second: scans come late; choose a lower scan rate in Plan, or a faster board.',
    ...(board.button
      ? [
          `While ${oneLine(instrument.sensors.find(({ id }) => id === board.button)?.name ?? board.button)} is held: flashing, let everything rest; lit, play softly to loudly. Let go: out, it was taken; flashing, it was refused.`,
        ]
      : []),
    'It stays dark where its pin is wired to something.',
  ].join('\n');

const SETTINGS =
  'Thresholds, curves, notes and channels go over the cable while it plays (Load, L), or as the .syx file by any program that sends one; it keeps them without power.';

const WRITE = 'Write above `#include "cheironom_line.h"`';

/** What the maker reads by a line of their own, as it would be for the first part on the board's bus. */
function unread(instrument: Instrument, board: Board): [string, string][] {
  const part = firstOnBus(instrument, board);
  const away = contactPlaces(instrument, board).some(({ pin }) => pin === NO_PIN);
  const text = [
    ...(part
      ? [
          `${WRITE} how each column on the bus is read, by the library of its part; columns count from 0. ${oneLine(part.name)}, ${part.n} from column ${part.first} on, where its library gives signed words:`,
          `  static int16_t words[${part.n}];     /* filled by the part’s library */`,
          `  #define READ_BUS(c) ((uint16_t)(32768L + words[(c) - ${part.first}]) >> (16 - INSTRUMENT_BITS))`,
        ]
      : []),
    ...(away
      ? [
          `${part ? 'And' : WRITE} how a contact on an expander is read, LOW while it is closed:`,
          '  #define READ_EXPANDED(c) ((expander_bits >> (c)) & 1 ? HIGH : LOW)',
        ]
      : []),
  ];
  return text.length > 0 ? [['What hangs on a bus', text.join('\n')]] : [];
}

/** Name and columns of a board's first sensor on a bus; null where none is. */
function firstOnBus(instrument: Instrument, board: Board): { name: string; first: number; n: number } | null {
  const places = columnPlaces(instrument, board);
  let first = 0;
  for (const sensor of instrument.sensors.filter((s) => s.board === board.id)) {
    const n = columnsOfSensor(sensor).length;
    if (n > 0 && places[first].pin === NO_PIN) return { name: sensor.name, first, n };
    first += n;
  }
  return null;
}

const USB =
  'The sketch knows two conventions: the object MidiUSB of the library for boards whose USB is shared, and usbMIDI where MIDI is chosen as the type of USB. For another write, in the sketch:\n  #define USB_MIDI 3\n  extern "C" uint8_t cheir_usb_send(const uint8_t *packet) { return my_usb.write(packet, 4) == 4; }';

/** Service and characteristic: Specification for MIDI over Bluetooth Low Energy 1.0, 3. */
const RADIO = [
  'Each board’s library begins its radio otherwise. Announce the service 03b80e5a-ede8-4b33-a751-6ce34ec4c700 with one characteristic, 7772e5db-3868-4112-a1a9-f2669d106bf3, which can be read, written without response and notified, of 20 bytes; then write, in the sketch:',
  '  #define RADIO_IS_WRITTEN',
  '  extern "C" void cheir_radio_begin() { /* begin, announce */ }',
  '  extern "C" uint8_t cheir_radio_send(const uint8_t *p, uint8_t n) { return characteristic.notify(p, n); }',
].join('\n');
