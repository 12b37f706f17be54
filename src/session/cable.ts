import { commandSysex, type Command } from '@/core/exchange/settings/settings-sysex';
import { USUAL_BAUD, type CableState } from './cable-state';

/** The part of Web Serial that is used; TypeScript's DOM library has none of it (W3C community draft "Web Serial API"). */
export interface SerialPortLike extends EventTarget {
  readable: ReadableStream<Uint8Array> | null;
  writable: WritableStream<Uint8Array> | null;
  open(options: { baudRate: number; bufferSize?: number }): Promise<void>;
  close(): Promise<void>;
}
interface SerialLike extends EventTarget {
  requestPort(): Promise<SerialPortLike>;
}

const BUFFER_BYTES = 1 << 16;
/** Bytes that a board's port takes at once, whatever it is, and the time that it has for them, ms. */
const AT_ONCE = 32;
const BETWEEN_MS = 2;
/** A board is asked again and again, ms: it may hear nothing for a while after a port was opened, and it forgets who does not. */
const ASK_MS = 1000;
const ASK_TIMES = 5;
/** Of so many askings one asks who it is, too. */
const WHO_EVERY = 5;
/** A port that was given back is not free at once, ms; tried again so many times. */
const AGAIN_MS = 500;
const AGAIN_TIMES = 20;

/** Errors of a line that goes on (W3C community draft "Web Serial API", readable stream). */
const GARBLED = ['BufferOverrunError', 'FramingError', 'BreakError', 'ParityError'];

const serialOf = (): SerialLike | null => (navigator as unknown as { serial?: SerialLike }).serial ?? null;

/** A serial port that stays open while its board is unplugged and comes back. */
export class Cable {
  private port: SerialPortLike | null = null;
  private reader: ReadableStreamDefaultReader<Uint8Array> | null = null;
  private baud = USUAL_BAUD;
  private wanted = false;
  /** Openings so far, and whether anything has come since it was asked last. */
  private openings = 0;
  private writes: Promise<void> = Promise.resolve();
  private heard = false;
  private askedMs = 0;
  /** Whether the reading at hand ended by what was garbled. */
  private broke = false;

  /** @param hear each piece that comes @param tell how it stands now, with a sentence where something went wrong */
  constructor(
    private readonly hear: (bytes: Uint8Array<ArrayBuffer>) => void,
    private readonly tell: (state: CableState, says?: string) => void,
  ) {}

  /** Lets the user choose a port and opens it. @returns one sentence where it cannot be */
  async choose(baud: number): Promise<string | null> {
    const serial = serialOf();
    if (!serial)
      return 'This browser cannot open serial ports. Use one that can, or import what your board prints as a CSV file.';
    await this.close();
    try {
      this.port = await serial.requestPort();
    } catch {
      return 'No port was chosen: nothing has changed.';
    }
    this.baud = baud;
    return this.open();
  }

  private async open(): Promise<string | null> {
    const { port, baud } = this;
    if (!port) return null;
    try {
      await port.open({ baudRate: baud, bufferSize: BUFFER_BYTES });
    } catch (error) {
      return `The port could not be opened (${(error as Error).name}). Close what else uses it, and try again.`;
    }
    this.wanted = true;
    this.heard = false;
    this.tell({ is: 'open', baud });
    void this.listen(port);
    void this.ask(++this.openings);
    return null;
  }

  /** Asks for packets as long as something comes: a board that is not asked for three seconds plays MIDI again. */
  private async ask(opening: number): Promise<void> {
    let asked = 0;
    for (let silent = 0; silent < ASK_TIMES; silent++) {
      // Another opening asks for itself.
      if (!this.wanted || opening !== this.openings) return;
      const answers = this.heard;
      if (answers) silent = 0;
      this.heard = false;
      await this.askNow();
      // What went wrong on it is said with who it is.
      if (answers && ++asked % WHO_EVERY === 0) await this.send('who');
      await new Promise((resolve) => setTimeout(resolve, ASK_MS));
    }
  }

  private askNow(): Promise<void> {
    this.askedMs = performance.now();
    return this.send('packets');
  }

  /** Reads until the cable is pulled or the port is closed. */
  private async listen(port: SerialPortLike): Promise<void> {
    try {
      while (port.readable && this.wanted) {
        this.reader = port.readable.getReader();
        for (let piece = await this.next(this.reader); !piece.done; piece = await this.next(this.reader)) {
          this.heard = true;
          // In a hidden page timers rest for a minute, what comes on the line does not.
          if (performance.now() - this.askedMs > 1.5 * ASK_MS) void this.askNow();
          this.hear(Uint8Array.from(piece.value));
        }
        this.reader.releaseLock();
        if (this.broke) {
          this.broke = false;
          continue;
        }
        if (this.wanted) break;
      }
    } catch (error) {
      // A pulled cable ends the reading so; again() tells it. After close() nobody waits for it.
      if (!(error instanceof DOMException) && !(error instanceof TypeError)) throw error;
    }
    this.reader = null;
    if (this.wanted) await this.again();
  }

  /** The next piece. A byte that was garbled, or one too many, ends this reading but not the line: a new reader goes on. */
  private async next(
    reader: ReadableStreamDefaultReader<Uint8Array>,
  ): Promise<ReadableStreamReadResult<Uint8Array>> {
    try {
      return await reader.read();
    } catch (error) {
      if (!GARBLED.includes((error as DOMException).name)) throw error;
      this.broke = true;
      return { done: true, value: undefined };
    }
  }

  /** Waits for a board that was unplugged. */
  private async again(): Promise<void> {
    this.tell(
      { is: 'gone', baud: this.baud },
      'The board is unplugged. What was recorded is kept; plug it in again.',
    );
    await this.port?.close().catch(alreadyGone);
    for (let n = 0; n < AGAIN_TIMES && this.wanted; n++) {
      await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
      if (this.wanted && (await this.open()) === null) return;
    }
    if (this.wanted) await this.close();
  }

  /** Asks the sketch for something else, without a new build. A board that does not know the letter passes over it. */
  send(command: Command): Promise<void> {
    return this.write(commandSysex(command));
  }

  /** Sends bytes, after all that was asked to be sent before: a letter in the middle of a message would break it. */
  write(bytes: Uint8Array): Promise<void> {
    const next = () => this.writeNow(bytes);
    return (this.writes = this.writes.then(next, next));
  }

  /** Some bytes at a time: a board that plays looks at its line between two scans. */
  private async writeNow(bytes: Uint8Array): Promise<void> {
    const writer = this.port?.writable?.getWriter();
    if (!writer) return;
    try {
      for (let at = 0; at < bytes.length; at += AT_ONCE) {
        if (at > 0) await new Promise((resolve) => setTimeout(resolve, BETWEEN_MS));
        await writer.write(bytes.slice(at, at + AT_ONCE)).catch(alreadyGone);
      }
    } finally {
      writer.releaseLock();
    }
  }

  async close(): Promise<void> {
    if (!this.wanted) return;
    await this.send('midi');
    this.wanted = false;
    await this.reader?.cancel().catch(alreadyGone);
    await this.port?.close().catch(alreadyGone);
    this.port = null;
    this.tell({ is: 'closed' });
  }
}

/** A port whose cable was pulled can be neither written to nor closed: its reading has ended, and that was told. */
function alreadyGone(error: unknown): void {
  if (!(error instanceof DOMException) && !(error instanceof TypeError)) throw error;
}
