import { LineReader, type ReadSoFar } from '@/core/exchange/takes/line-reader';
import type { LineNumbers } from '@/core/exchange/takes/line-numbers';
import type { Health, Packet, Who } from '@/core/exchange/takes/binary-frames';
import { timeNamed, unitOfStep } from '@/core/exchange/takes/csv-time';
import type { Board, BoardInfo, Edge, FrameQueue } from './board';
import { median } from '@/core/signal/quantile';
import { LineClock } from './line-clock';

/** Lines from which the unit of a time without a name is told. */
const TOLD_FROM = 20;
/** Places of numbers that are no count: the time, and what is left out. */
const TIME = -2;
const NOWHERE = -1;

/** What the line has brought, for the screens. */
export interface LineState extends ReadSoFar {
  /** Numbers a line; 0 before the first. */
  width: number;
  /** Columns of the instrument that it brings. */
  columns: number;
  /** Whether frames bring the board's own time; else that of their arrival is taken. */
  timed: boolean;
  /** Times that the board's clock began anew. */
  restarts: number;
  /** Counts that the instrument's converter cannot give. */
  past: number;
  /** Who it says it is; null before it does. */
  who: Who | null;
  /** What it has said to settings that it was sent, and how often it has; null before. */
  answer: { says: number; n: number } | null;
  /** What went wrong on it since it began; null before it has said so. */
  health: Health | null;
}

/**
 * A board on a cable: what it prints, or sends in packets, as frames and edges of an instrument's columns. Names on the line find
 * their columns; without names they stand in order. Its clock may wrap, or begin anew: time here never goes back.
 */
export class SerialBoard implements Board {
  readonly info: BoardInfo;
  private readonly reader: LineReader;
  private readonly frame: Uint16Array;
  private readonly waiting: { tUs: number; counter: number; counts: Uint16Array }[] = [];
  private readonly edges: Edge[] = [];
  /** Column of the instrument that each number of a line or packet is, or TIME, or NOWHERE. */
  private places: number[] = [];
  private names: string[] | null = null;
  private timeUnit: number | null = null;
  private early: number[] = [];
  private nowUs = 0;
  private readonly clock = new LineClock();
  /** A line whose time does not follow: the next one tells whether it was cut, or the clock began anew. */
  private held: { boardUs: number; counts: Uint16Array } | null = null;
  private cut = 0;
  private counter = 0;
  private lastCounter: number | null = null;
  private past = 0;
  private who: Who | null = null;
  private answer: { says: number; n: number } | null = null;
  private health: Health | null = null;
  /** Settings that it is giving: what has come of them, and how much. */
  private giving: { bytes: Uint8Array<ArrayBuffer>; come: number } | null = null;
  private given: Uint8Array<ArrayBuffer> | null = null;

  /** @param top highest count of the instrument's converter; higher ones are counted, and taken as that */
  constructor(
    columns: string[],
    contacts: string[],
    rateHz: number,
    private readonly top = 65_535,
  ) {
    this.info = { name: 'Board on the cable', columns, contacts, rateHz };
    this.frame = new Uint16Array(columns.length);
    this.reader = new LineReader({
      packet: (packet) => this.packet(packet),
      numbers: (line) => this.line(line),
      names: (names) => this.header(names),
      remark: (text) => this.remark(text),
    });
  }

  get state(): LineState {
    const { soFar } = this.reader;
    const width = this.places.length;
    const columns = this.places.filter((p) => p >= 0).length;
    return {
      ...soFar,
      width,
      columns,
      timed: this.timeUnit !== null || soFar.packets > 0,
      bad: soFar.bad + this.cut,
      restarts: this.clock.restarts,
      past: this.past,
      who: this.who,
      answer: this.answer,
      health: this.health,
    };
  }

  /** The columns of the instrument that the line brings. */
  get brings(): string[] {
    return this.info.columns.filter((_, i) => this.places.includes(i));
  }

  /** Takes what came on the line. @param nowUs time here, µs since the board was opened */
  feed(bytes: Uint8Array, nowUs: number): void {
    this.nowUs = nowUs;
    this.reader.feed(bytes);
  }

  advance(_untilUs: number, queue: FrameQueue): void {
    for (const edge of this.edges.splice(0)) queue.pushEdge(edge);
    for (const { tUs, counter, counts } of this.waiting.splice(0)) queue.push(tUs, counter, counts);
  }

  private header(names: string[]): void {
    this.names = names;
    this.places = [];
  }

  /** What the sketch prints beside frames: `# edge: time,contact,closed`, `# board: digest,scans a second`, `# settings: answer`, `# health: late scans,dropped,missed edges`. */
  private remark(text: string): void {
    const who = /^board:\s*([0-9a-f]{8}),(\d+)$/.exec(text);
    if (who) this.who = { digest: who[1], scanHz: Number(who[2]) };
    const health = /^health:\s*(\d+),(\d+),(\d+)$/.exec(text)?.slice(1).map(Number);
    if (health) this.health = { overruns: health[0], dropped: health[1], missed: health[2] };
    const says = /^settings:\s*(\d)$/.exec(text);
    if (says) this.answered(Number(says[1]));
    const edge = /^edge:\s*(\d+),(\d+),([01])$/.exec(text);
    if (!edge) return;
    const boardUs = Number(edge[1]);
    if (this.clock.follows(boardUs))
      this.edge(this.clock.take(boardUs, this.nowUs), Number(edge[2]), edge[3] === '1');
    else this.cut++;
  }

  private answered(says: number): void {
    this.answer = { says, n: (this.answer?.n ?? 0) + 1 };
  }

  private edge(tUs: number, contact: number, closed: boolean): void {
    if (contact < this.info.contacts.length) this.edges.push({ tUs, contact, closed });
  }

  /** A packet has a CRC: its time is to be believed. Its columns stand in the instrument's order. */
  private packet(packet: Packet): void {
    if (packet.is === 'who') {
      this.who = { digest: packet.digest, scanHz: packet.scanHz };
      return;
    }
    if (packet.is === 'answer') return this.answered(packet.says);
    if (packet.is === 'health') {
      const { overruns, dropped, missed } = packet;
      this.health = { overruns, dropped, missed };
      return;
    }
    if (packet.is === 'settings') return this.part(packet);
    const follows = this.clock.follows(packet.tUs);
    const tUs = follows
      ? this.clock.take(packet.tUs, this.nowUs)
      : this.clock.restart(packet.tUs, this.nowUs);
    if (packet.is === 'edge') return this.edge(tUs, packet.contact, packet.closed);
    const passed = this.lastCounter === null ? 1 : (packet.counter - this.lastCounter) & 0xffff;
    this.lastCounter = packet.counter;
    // A board that began anew counts from 0: what lies between was not lost.
    this.counter += passed > 0 && passed < 0x8000 ? passed : 1;
    if (this.names || this.places.length !== packet.counts.length) {
      this.names = null;
      this.places = this.inOrder(packet.counts.length);
    }
    this.read(packet.counts);
    this.put(tUs, this.frame);
  }

  /** A part of settings: they come in order, or not whole. */
  private part({ all, from, bytes }: Extract<Packet, { is: 'settings' }>): void {
    if (from === 0) this.giving = { bytes: new Uint8Array(all), come: 0 };
    const { giving } = this;
    if (!giving || giving.come !== from || giving.bytes.length !== all || from + bytes.length > all)
      return void (this.giving = null);
    giving.bytes.set(bytes, from);
    giving.come += bytes.length;
    if (giving.come < all) return;
    this.given = giving.bytes;
    this.giving = null;
  }

  /** Settings that have come whole since they were last asked for; null where none have. */
  takeGiven(): Uint8Array<ArrayBuffer> | null {
    const { given } = this;
    this.given = null;
    return given;
  }

  private line(line: LineNumbers): void {
    if (line.names.length === line.count) this.label(line.names);
    if (this.places.length !== line.count) this.settle(line);
    const timed = this.places[0] === TIME;
    const boardUs = timed ? this.boardUsOf(line.values[0]) : null;
    if (timed && boardUs === null) return;
    this.read(line.values);
    if (boardUs === null) this.next(this.nowUs, this.frame);
    else this.timed(boardUs);
  }

  /** A line with a time that may have been cut: 12345 of 1234567. */
  private timed(boardUs: number): void {
    const { clock, held, nowUs } = this;
    if (clock.follows(boardUs)) {
      if (held) this.cut++;
      this.held = null;
      return this.next(clock.take(boardUs, nowUs), this.frame);
    }
    if (!held || !clock.follows(boardUs, held.boardUs)) {
      if (held) this.cut++;
      this.held = { boardUs, counts: this.frame.slice() };
      return;
    }
    this.held = null;
    this.next(clock.restart(held.boardUs, nowUs), held.counts);
    this.next(clock.take(boardUs, nowUs), this.frame);
  }

  private next(tUs: number, counts: Uint16Array): void {
    this.counter++;
    this.put(tUs, counts);
  }

  private label(names: string[]): void {
    if (this.names && names.join() === this.names.join()) return;
    this.header([...names]);
  }

  /** Finds out what the numbers of a line are: by names where it has them, else in order, with a time first where one is too many. */
  private settle({ count }: LineNumbers): void {
    this.early = [];
    this.timeUnit = null;
    const { columns } = this.info;
    if (this.names?.length === count) {
      const time = timeNamed(this.names[0]);
      if (typeof time === 'number') this.timeUnit = time;
      const found = this.names.map((name) => columns.indexOf(name));
      this.places = found.some((p) => p >= 0) ? found : this.inOrder(count, time !== null);
      if (time !== null) this.places[0] = TIME;
      return;
    }
    this.places = this.inOrder(count, count === columns.length + 1);
  }

  private inOrder(count: number, timed = false): number[] {
    const { length } = this.info.columns;
    return Array.from({ length: count }, (_, i) => {
      if (timed && i === 0) return TIME;
      const at = i - (timed ? 1 : 0);
      return at < length ? at : NOWHERE;
    });
  }

  /** The board's time of a first number, µs; null while its unit is not known yet. */
  private boardUsOf(reading: number): number | null {
    if (this.timeUnit === null) {
      this.early.push(reading);
      if (this.early.length < TOLD_FROM) return null;
      // The first line may have been cut: of 1234567 it has 4567.
      const whole = this.early.slice(1);
      this.timeUnit = unitOfStep(median(whole.slice(1).map((t, i) => t - whole[i])));
    }
    return reading * this.timeUnit;
  }

  /** Reads counts into the frame. */
  private read(values: ArrayLike<number>): void {
    this.places.forEach((place, i) => {
      if (place < 0) return;
      if (values[i] > this.top) this.past++;
      this.frame[place] = Math.min(this.top, Math.max(0, Math.round(values[i])));
    });
  }

  private put(tUs: number, counts: Uint16Array): void {
    this.waiting.push({ tUs, counter: this.counter - 1, counts: counts.slice() });
  }
}
