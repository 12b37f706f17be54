import { REAL_TIME, SYSTEM } from './message-reader';

const CONTROLLER_WORDS: Record<number, string> = {
  1: 'modulation',
  2: 'breath',
  7: 'volume',
  11: 'expression',
  64: 'hold',
  74: 'timbre',
};

/** "CC 2 breath", "CC 20": a controller's number, with its name where the MIDI 1.0 tables give one. */
export const controllerWords = (controller: number): string =>
  ['CC', controller, CONTROLLER_WORDS[controller]].filter((w) => w !== undefined).join(' ');

/** The name of a controller, or null. */
export const controllerName = (controller: number): string | null => CONTROLLER_WORDS[controller] ?? null;

/** The twelve notes of an octave from C on. */
export const NOTE_CLASSES: readonly string[] = [
  'C',
  'C♯',
  'D',
  'E♭',
  'E',
  'F',
  'F♯',
  'G',
  'G♯',
  'A',
  'B♭',
  'B',
];

/** "D4": the name of a note number, with middle C (60) as C4. */
export const noteName = (note: number): string => `${NOTE_CLASSES[note % 12]}${Math.floor(note / 12) - 1}`;

const LETTERS: Record<string, number> = { c: 0, d: 2, e: 4, f: 5, g: 7, a: 9, b: 11 };
const SIGNS: Record<string, number> = { '': 0, '#': 1, '♯': 1, b: -1, '♭': -1 };

/** The number of a note that is typed as a name, "C4", "f#3", "B♭-1"; null where it is none, or not within 0 … 127. */
export function noteNumber(name: string): number | null {
  const read = /^([a-g])([#♯b♭]?)(-?\d)$/i.exec(name.trim().replace('−', '-'));
  if (!read) return null;
  const note = LETTERS[read[1].toLowerCase()] + SIGNS[read[2].toLowerCase()] + 12 * (Number(read[3]) + 1);
  return note >= 0 && note <= 127 ? note : null;
}

/** One complete message as words: "note 62 on, 87"; none for what comes too often to be told. */
export function messageWords(message: readonly number[]): string {
  const [status, a, b] = message;
  if (status >= SYSTEM.exclusive) return systemWords(message);
  switch (status & 0xf0) {
    case 0x80:
      return `note ${a} off`;
    case 0x90:
      return b === 0 ? `note ${a} off` : `note ${a} on, ${b}`;
    case 0xb0:
      return a >= 32 && a < 64 ? `${controllerWords(a - 32)} fine = ${b}` : `${controllerWords(a)} = ${b}`;
    case 0xa0:
      return `pressure of note ${a} = ${b}`;
    case 0xc0:
      return `program = ${a}`;
    case 0xd0:
      return `pressure = ${a}`;
    case 0xe0:
      return `bend = ${((b << 7) | a) - 8192}`;
    default:
      return `message ${status.toString(16)}`;
  }
}

/** Clocks, and what says only that somebody is there, come too often. */
function systemWords(message: readonly number[]): string {
  switch (message[0]) {
    case SYSTEM.exclusive:
      return `exclusive message of ${message.length} bytes`;
    case REAL_TIME.clock:
    case REAL_TIME.sensing:
      return '';
    case REAL_TIME.start:
      return 'clock starts';
    case REAL_TIME.continue:
      return 'clock goes on';
    case REAL_TIME.stop:
      return 'clock stops';
    default:
      return `message ${message[0].toString(16)}`;
  }
}
