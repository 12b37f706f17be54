import { dataBytes } from './messages';

/** From here on, system messages; from there, real-time ones, a byte each that may stand within any other. */
export const SYSTEM = { exclusive: 0xf0, timeCode: 0xf1, songPosition: 0xf2, songSelect: 0xf3 } as const;
export const END_OF_EXCLUSIVE = 0xf7;
export const TUNE_REQUEST = 0xf6;
export const REAL_TIME = {
  first: 0xf8,
  ...{ clock: 0xf8, start: 0xfa, continue: 0xfb, stop: 0xfc, sensing: 0xfe, reset: 0xff },
} as const;

/**
 * Number of data bytes after a status byte (MIDI 1.0 Detailed Specification, tables II and V). Of a system exclusive message, and of what is not
 * defined, −1.
 */
export function dataBytesAfter(status: number): number {
  if (status < SYSTEM.exclusive) return dataBytes(status);
  if (status === SYSTEM.songPosition) return 2;
  if (status === SYSTEM.timeCode || status === SYSTEM.songSelect) return 1;
  return status === TUNE_REQUEST || status >= REAL_TIME.first ? 0 : -1;
}

/** Puts the bytes of a wire together to messages: each with its status byte, system exclusive ones whole, real-time ones before what they stand in. */
export class MessageReader {
  private open: number[] = [];

  /** @returns the messages that these bytes end */
  read(bytes: ArrayLike<number>): number[][] {
    const ended: number[][] = [];
    for (let i = 0; i < bytes.length; i++) this.take(bytes[i], ended);
    return ended;
  }

  private take(byte: number, ended: number[][]): void {
    if (byte >= REAL_TIME.first) return void ended.push([byte]);
    if (byte >= 0x80 && byte !== END_OF_EXCLUSIVE) this.open = [byte];
    else if (this.open.length > 0) this.open.push(byte);
    const [status] = this.open;
    const whole =
      byte === END_OF_EXCLUSIVE
        ? status === SYSTEM.exclusive
        : status !== undefined && this.open.length === 1 + dataBytesAfter(status);
    if (!whole) return;
    ended.push(this.open);
    this.open = [];
  }
}
