import { readPacket, LONGEST_PACKET, type Packet } from './binary-frames';
import { lineNumbers, readNumbers, textOf, type LineNumbers } from './line-numbers';

/** What a line brought: a packet, a line of numbers, a line of names, or a remark. */
export interface Hearer {
  packet(packet: Packet): void;
  /** Valid until the next line. */
  numbers(line: LineNumbers): void;
  names(names: string[]): void;
  /** What stands after `#`. */
  remark(text: string): void;
}

/** What has been read so far. */
export interface ReadSoFar {
  packets: number;
  lines: number;
  /** Lines and packets that are none. */
  bad: number;
  bytes: number;
  /** Bytes of the last few thousand that no text and no packet has, 0 … 1: a wrong baud rate. */
  garbled: number;
}

/** Longest line of text, bytes; more of it is passed over. */
const LONGEST_LINE = 4096;
/** Bytes after which what is garbled is forgotten by half. */
const FORGETS = 2048;
/** Packets that are none in a row, after which text is looked for again. */
const MOST_BAD_PACKETS = 50;

const [END_OF_LINE, RETURN, HASH] = [10, 13, 35];

/**
 * Reads what a board sends, byte by byte, in pieces of any size: lines of text, or packets that end with 0. Which of them it is
 * is found by itself: a packet with its CRC ends the search for text, and many that are none begin it again. Nothing is thrown,
 * and what cannot be read is counted.
 */
export class LineReader {
  readonly soFar: ReadSoFar = { packets: 0, lines: 0, bad: 0, bytes: 0, garbled: 0 };
  private readonly line = new Uint8Array(LONGEST_LINE);
  private readonly packet = new Uint8Array(LONGEST_PACKET + 8);
  private readonly numbers = lineNumbers();
  private lineLength = 0;
  private packetLength = 0;
  /** Where a packet begins behind lines that are none, and how many these are: they may as well be its first bytes. */
  private afterLines = 0;
  private badLines = 0;
  private binary = false;
  private badInARow = 0;
  private odd = 0;
  private since = 0;

  constructor(private readonly hearer: Hearer) {}

  feed(bytes: Uint8Array): void {
    this.soFar.bytes += bytes.length;
    for (let i = 0; i < bytes.length; i++) {
      const byte = bytes[i];
      if (byte === 0) this.endPacket();
      else if (this.packetLength < this.packet.length) this.packet[this.packetLength++] = byte;
      if (!this.binary) this.text(byte);
    }
  }

  private text(byte: number): void {
    this.since++;
    if ((byte < 32 && byte !== 9 && byte !== END_OF_LINE && byte !== RETURN) || byte > 126) this.odd++;
    if (this.since >= FORGETS) {
      this.since /= 2;
      this.odd /= 2;
    }
    this.soFar.garbled = this.since < 64 ? 0 : this.odd / this.since;
    if (byte === END_OF_LINE) this.endLine();
    else if (byte !== RETURN && byte !== 0 && this.lineLength < LONGEST_LINE)
      this.line[this.lineLength++] = byte;
  }

  private endPacket(): void {
    const { packetLength: length, afterLines, badLines } = this;
    this.packetLength = this.afterLines = this.badLines = 0;
    const read = (from: number) =>
      length > from && length < this.packet.length ? readPacket(this.packet.subarray(from, length)) : null;
    const whole = read(0);
    if (whole) this.soFar.bad -= badLines;
    const packet = whole ?? (afterLines > 0 ? read(afterLines) : null);
    if (packet) {
      this.binary = true;
      this.badInARow = this.lineLength = this.odd = this.since = 0;
      this.soFar.garbled = 0;
      this.soFar.packets++;
      return this.hearer.packet(packet);
    }
    if (!this.binary) return;
    this.soFar.bad++;
    if (++this.badInARow >= MOST_BAD_PACKETS) this.binary = false;
  }

  private endLine(): void {
    const { lineLength: length } = this;
    this.lineLength = 0;
    const isLine = length === 0 || this.tellLine(length);
    if (!isLine) this.soFar.bad++;
    if (isLine || this.packetLength >= this.packet.length) {
      this.packetLength = this.afterLines = this.badLines = 0;
      return;
    }
    this.badLines++;
    this.afterLines = this.packetLength;
  }

  /** @returns whether it is one: a remark, numbers or names */
  private tellLine(length: number): boolean {
    const { line } = this;
    if (line[0] === HASH) {
      this.hearer.remark(textOf(line, 1, length).trim());
      return true;
    }
    if (readNumbers(line, 0, length, this.numbers)) {
      this.soFar.lines++;
      this.hearer.numbers(this.numbers);
      return true;
    }
    const cells = textOf(line, 0, length)
      .trim()
      .split(/[\s,;]+/);
    const named = cells.every((c) => /^[A-Za-z][\w-]{0,39}$/.test(c));
    if (named) this.hearer.names(cells);
    return named;
  }
}
