import { FrameQueue } from '@/board/board';
import { PracticeBoard } from '@/board/practice';
import { Guide, type GuideEvent } from '@/core/calibrate/guide';
import { channelsOf, compile } from '@/core/engine/compile';
import { distanceOf, responseOf, sideOf } from '@/core/engine/level';
import type { Program } from '@/core/engine/program';
import type { MidiEvent } from '@/core/engine/run';
import { start, type State } from '@/core/engine/state';
import { silence, step } from '@/core/engine/step';
import type { Instrument } from '@/core/instrument/document';
import { splitMessages } from '@/core/midi/messages';
import { ONE } from '@/core/shape/table';
import { restStatistics, type RestStatistics } from '@/core/signal/rest';
import { COLUMN_US, type FromLive, type ToLive } from './live-protocol';

/** Frames that may wait; more are lost and counted, as on a cable. */
const QUEUE_FRAMES = 4096;
/** A piece of a take is kept this often: a closed tab loses no more. */
const PIECE_US = 500_000;
const REST_SECONDS = 4;
const REST_EVERY_US = 500_000;

/** A board, the engine and a guided run, driven by a clock. Plain code, so that tests can drive it too. */
export class LiveSession {
  private instrument: Instrument;
  private readonly board: PracticeBoard;
  private readonly queue: FrameQueue;
  private program: Program;
  private state: State;
  private readonly out = new Uint8Array(4096);
  private readonly frame: Uint16Array<ArrayBuffer>;
  private events: MidiEvent[] = [];
  private sent: { tUs: number; bytes: number }[] = [];
  private tUs = 0;
  private nextCounter = 0;
  private lost = 0;
  private recentFrames: number[] = [];
  private columns: number[] = [];
  private readonly low: Uint16Array<ArrayBuffer>;
  private readonly high: Uint16Array<ArrayBuffer>;
  private columnEndUs = COLUMN_US;
  private readonly recent: Uint16Array<ArrayBuffer>;
  private recentAt = 0;
  private recentFilled = 0;
  private restDueUs = REST_EVERY_US;
  private guide: { run: Guide; sensor: string; column: number } | null = null;
  private take: { id: string; startUs: number; n: number; tUs: number[]; counts: number[] } | null = null;
  private takes = 0;

  constructor(
    instrument: Instrument,
    seed: number,
    private readonly tell: (message: FromLive) => void,
    private readonly session: string,
  ) {
    const channels = channelsOf(instrument);
    this.instrument = instrument;
    this.board = new PracticeBoard(channels[0], seed, instrument.board);
    this.queue = new FrameQueue(channels.length, QUEUE_FRAMES);
    this.frame = new Uint16Array(channels.length);
    this.low = new Uint16Array(channels.length).fill(65535);
    this.high = new Uint16Array(channels.length);
    this.recent = new Uint16Array(channels.length * Math.round(REST_SECONDS * this.board.info.rateHz));
    this.program = compile(instrument, channels);
    this.state = start(this.program);
  }

  handle(message: ToLive): void {
    switch (message.is) {
      case 'instrument':
        return this.change(message.instrument);
      case 'press':
        return this.board.player.press(message.kpa);
      case 'silence':
        return this.silence();
      case 'guide': {
        this.stopGuide(false);
        const column = channelsOf(this.instrument).indexOf(
          this.instrument.sensors.find((s) => s.id === message.sensor)?.channel ?? '',
        );
        const run = new Guide(message.steps, this.board.info.rateHz, message.known);
        this.guide = { run, sensor: message.sensor, column };
        return this.board.player.ask(message.steps[0].role, this.tUs);
      }
      case 'stop-guide':
        return this.stopGuide(false);
    }
  }

  /** Takes what the board has up to a time and reports. @param nowUs the board's clock, µs */
  advance(nowUs: number): void {
    this.board.advance(nowUs, this.queue);
    for (let f = this.queue.shift(this.frame); f; f = this.queue.shift(this.frame))
      this.play(f.tUs, f.counter);
    this.report();
  }

  private change(instrument: Instrument): void {
    this.silence();
    this.instrument = instrument;
    this.program = compile(instrument, channelsOf(instrument));
    this.state = start(this.program);
  }

  private silence(): void {
    this.emit(silence(this.program, this.state, this.out));
  }

  private emit(bytes: number): void {
    if (bytes === 0) return;
    this.sent.push({ tUs: this.tUs, bytes });
    for (const m of splitMessages(this.out.subarray(0, bytes))) this.events.push({ tUs: this.tUs, bytes: m });
  }

  private play(tUs: number, counter: number): void {
    this.lost += counter - this.nextCounter;
    this.nextCounter = counter + 1;
    this.tUs = tUs;
    this.recentFrames.push(tUs);
    this.emit(step(this.program, this.state, tUs, this.frame, 0, this.out));
    this.picture(tUs);
    if (this.guide)
      for (const event of this.guide.run.feed(tUs, this.frame[this.guide.column])) this.guided(event);
    if (this.take) this.recordFrame(tUs);
  }

  private picture(tUs: number): void {
    const width = this.frame.length;
    if (tUs >= this.columnEndUs) {
      for (let c = 0; c < width; c++) this.columns.push(this.low[c], this.high[c]);
      this.low.fill(65535);
      this.high.fill(0);
      this.columnEndUs = (Math.floor(tUs / COLUMN_US) + 1) * COLUMN_US;
    }
    for (let c = 0; c < width; c++) {
      if (this.frame[c] < this.low[c]) this.low[c] = this.frame[c];
      if (this.frame[c] > this.high[c]) this.high[c] = this.frame[c];
    }
    this.recent.set(this.frame, this.recentAt * width);
    this.recentAt = (this.recentAt + 1) % (this.recent.length / width);
    this.recentFilled = Math.min(this.recentFilled + 1, this.recent.length / width);
  }

  private guided(event: GuideEvent): void {
    const guide = this.guide!;
    if (event.is === 'take-begins') {
      const id = `${this.instrument.id}-${guide.sensor}-${event.role}-${this.session}-${this.takes++}`;
      const channel = channelsOf(this.instrument)[guide.column];
      this.take = { id, startUs: this.tUs, n: 0, tUs: [], counts: [] };
      this.tell({ is: 'take-begins', take: id, sensor: guide.sensor, role: event.role, channel });
    } else if (event.is === 'take-dropped') this.dropTake();
    else if (event.is === 'take-ends') {
      this.flush();
      if (this.take) this.tell({ is: 'take-ends', take: this.take.id });
      this.take = null;
      this.board.player.ask(guide.run.view().role, this.tUs);
    } else this.stopGuide(true);
  }

  private recordFrame(tUs: number): void {
    const take = this.take!;
    take.tUs.push(tUs - take.startUs);
    take.counts.push(this.frame[this.guide!.column]);
    if (take.tUs[take.tUs.length - 1] - take.tUs[0] >= PIECE_US) this.flush();
  }

  private flush(): void {
    const { take } = this;
    if (!take || take.tUs.length === 0) return;
    const tUs = Float64Array.from(take.tUs);
    this.tell({ is: 'take-piece', take: take.id, n: take.n++, tUs, counts: Uint16Array.from(take.counts) });
    take.tUs = [];
    take.counts = [];
  }

  private dropTake(): void {
    if (this.take) this.tell({ is: 'take-dropped', take: this.take.id });
    this.take = null;
  }

  private stopGuide(finished: boolean): void {
    if (!this.guide) return;
    this.dropTake();
    this.guide = null;
    this.board.player.ask('rest', this.tUs);
    this.tell({ is: 'guide-ends', finished });
  }

  private report(): void {
    const { tUs } = this;
    this.recentFrames = this.recentFrames.filter((t) => t > tUs - 1e6);
    this.sent = this.sent.filter((s) => s.tUs > tUs - 1e6);
    this.tell({
      is: 'tick',
      tUs,
      rateHz: this.recentFrames.length,
      lost: this.lost,
      counts: Array.from(this.frame),
      responses: this.responses(),
      columns: Uint16Array.from(this.columns),
      rest: this.restNow(),
      events: this.events,
      bytesPerSecond: this.sent.reduce((n, s) => n + s.bytes, 0),
      guide: this.guide?.run.view() ?? null,
    });
    this.columns = [];
    this.events = [];
  }

  private responses(): number[] {
    const responses = new Array<number>(this.frame.length).fill(0);
    for (const input of this.program.inputs) {
      const count = this.frame[input.column];
      const side = sideOf(input, count);
      const y = responseOf(input, this.program.tableBits, side, distanceOf(input, count));
      responses[input.column] = y / ONE;
    }
    return responses;
  }

  /** Rest statistics of the last seconds, where they are quiet: the spread stays near what the noise explains. */
  private restNow(): (RestStatistics | null)[] | null {
    if (this.tUs < this.restDueUs || this.recentFilled < this.board.info.rateHz) return null;
    this.restDueUs = this.tUs + REST_EVERY_US;
    const width = this.frame.length;
    return Array.from(this.frame, (_, c) => {
      const column = Uint16Array.from({ length: this.recentFilled }, (_, i) => this.recent[i * width + c]);
      const stats = restStatistics(column, this.board.info.rateHz);
      return stats.excursion < Math.max(8, 9 * stats.noise) ? stats : null;
    });
  }
}
