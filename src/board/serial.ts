import { LineReader, type ReadSoFar } from '@/core/exchange/line-reader';
import type { LineNumbers } from '@/core/exchange/line-numbers';
import type { Packet } from '@/core/exchange/binary-frames';
import type { Board, BoardInfo, Edge, FrameQueue } from './board';

const TURN_US = 2 ** 32;
/** µs a unit, by the name of a first column. */
const TIMES: Record<string, number> = { t_us: 1, us: 1, time_us: 1, t_ms: 1000, ms: 1000, time_ms: 1000 };
const UNITLESS = ['t', 'time', 'timestamp'];
/** Lines from which the unit of a time without a name is told. */
const TOLD_FROM = 20;
/** A clock that goes back by more than this began anew; less is a line out of order. A leap ahead is longer than any pause. */
const RESTART_US = 10_000;
const LEAP_US = 60e6;

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
  /** Column of the instrument that each number of a line is; −1 for none. The first of them is left out where it is a time. */
  private places: number[] = [];
  private names: string[] | null = null;
  private timeUnit: number | null = null;
  private early: number[] = [];
  private nowUs = 0;
  /** Board time and the time here at it, µs. */
  private clock: { board: number; here: number } | null = null;
  private counter = 0;
  private lastCounter: number | null = null;
  private restarts = 0;
  private past = 0;

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
      restarts: this.restarts,
      past: this.past,
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

  /** What the sketch prints beside frames: `# edge: time,contact,closed`. */
  private remark(text: string): void {
    const edge = /^edge:\s*(\d+),(\d+),([01])$/.exec(text);
    if (edge) this.edge(this.here(Number(edge[1])), Number(edge[2]), edge[3] === '1');
  }

  private edge(tUs: number, contact: number, closed: boolean): void {
    if (contact < this.info.contacts.length) this.edges.push({ tUs, contact, closed });
  }

  private packet(packet: Packet): void {
    const tUs = this.here(packet.tUs);
    if (packet.is === 'edge') return this.edge(tUs, packet.contact, packet.closed);
    const passed = this.lastCounter === null ? 1 : (packet.counter - this.lastCounter) & 0xffff;
    this.lastCounter = packet.counter;
    // A board that began anew counts from 0: what lies between was not lost.
    this.counter += passed > 0 && passed < 0x8000 ? passed : 1;
    this.timeUnit ??= 1;
    if (this.places.length !== packet.counts.length) this.places = this.inOrder(packet.counts.length);
    this.put(packet.counts, 0, tUs);
  }

  private line(line: LineNumbers): void {
    if (line.names.length === line.count) this.label(line.names);
    if (this.places.length !== line.count) this.settle(line);
    const timed = this.places[0] === TIME;
    const tUs = timed ? this.timeOf(line.values[0]) : this.nowUs;
    if (tUs === null) return;
    this.counter++;
    this.put(line.values, 0, tUs);
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
      const first = this.names[0].toLowerCase();
      const found = this.names.map((name) => columns.indexOf(name));
      const timed = first in TIMES || UNITLESS.includes(first);
      if (first in TIMES) this.timeUnit = TIMES[first];
      this.places = found.some((p) => p >= 0) ? found : this.inOrder(count, timed);
      if (timed) this.places[0] = TIME;
      return;
    }
    this.places = this.inOrder(count, count === columns.length + 1);
  }

  private inOrder(count: number, timed = false): number[] {
    const { length } = this.info.columns;
    return Array.from({ length: count }, (_, i) => {
      if (timed && i === 0) return TIME;
      const at = i - (timed ? 1 : 0);
      return at < length ? at : -1;
    });
  }

  /** Time here of a first number, µs; null while its unit is not known yet. */
  private timeOf(reading: number): number | null {
    if (this.timeUnit === null) {
      this.early.push(reading);
      if (this.early.length < TOLD_FROM) return null;
      const step = (reading - this.early[0]) / (this.early.length - 1);
      // Between 20 Hz and 10 kHz a step can have one unit only: over 100 it is µs, else ms.
      this.timeUnit = step > 100 ? 1 : 1000;
    }
    return this.here(reading * this.timeUnit);
  }

  /** The board's time as time here, which goes on where the board's wraps or begins anew. */
  private here(boardUs: number): number {
    if (!this.clock) this.clock = { board: boardUs, here: this.nowUs };
    const { clock } = this;
    let passed = boardUs - clock.board;
    if (passed < -TURN_US / 2) passed += TURN_US;
    if (passed < -RESTART_US || passed > LEAP_US) {
      this.restarts++;
      passed = Math.max(0, this.nowUs - clock.here);
    }
    clock.here += Math.max(0, passed);
    clock.board = boardUs;
    return Math.round(clock.here);
  }

  private put(values: ArrayLike<number>, from: number, tUs: number): void {
    for (let i = from; i < this.places.length; i++) {
      const place = this.places[i];
      if (place < 0) continue;
      if (values[i] > this.top) this.past++;
      this.frame[place] = Math.min(this.top, Math.max(0, Math.round(values[i])));
    }
    this.waiting.push({ tUs, counter: this.counter - 1, counts: this.frame.slice() });
  }
}

/** Place of the number that is a time. */
const TIME = -2;
