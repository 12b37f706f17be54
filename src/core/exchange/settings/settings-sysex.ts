import { SYSEX_KIND } from '../../engine/codes';
import { packSevenBit, unpackSevenBit } from '../../midi/seven-bit';
import { ok, refuse, type Result } from '../../result';

const START = 0xf0;
const END = 0xf7;
/** For those without a number of their own (MIDI 1.0 Detailed Specification, system exclusive ID numbers), then "Ch". */
const HEAD = [START, 0x7d, 0x43, 0x68];

/** What one letter on the line asks of the sketch: packets, lines of text, MIDI again, who it is. */
export const COMMANDS = { packets: 'F', text: 'T', midi: 'M', who: 'W' } as const;
export type Command = keyof typeof COMMANDS;

/** A command to a board. An END goes first: it ends what somebody else may have left half sent. */
export const commandSysex = (command: Command): Uint8Array<ArrayBuffer> =>
  Uint8Array.from([END, ...HEAD, SYSEX_KIND.command, COMMANDS[command].charCodeAt(0), END]);

/** A settings dump as one system exclusive message. */
export const settingsSysex = (dump: Uint8Array): Uint8Array<ArrayBuffer> =>
  Uint8Array.from([END, ...HEAD, SYSEX_KIND.settings, ...packSevenBit(dump), END]);

/** The message that asks a board for its settings. */
export const askForSettings = (): Uint8Array<ArrayBuffer> => Uint8Array.from([...HEAD, SYSEX_KIND.asks, END]);

/** The dump in the first settings message of some bytes, as a file or a cable brings them. */
export function dumpInSysex(bytes: Uint8Array): Result<Uint8Array<ArrayBuffer>> {
  const head = [...HEAD, SYSEX_KIND.settings];
  for (let at = bytes.indexOf(START); at >= 0; at = bytes.indexOf(START, at + 1)) {
    if (!head.every((byte, i) => bytes[at + i] === byte)) continue;
    const end = bytes.indexOf(END, at);
    if (end < 0) break;
    return ok(unpackSevenBit(bytes.subarray(at + head.length, end)));
  }
  return refuse({ path: '', says: 'It holds no settings of a board, or not all of them.' });
}
