import { FrameQueue } from '@/board/board';
import { PracticeBoard } from '@/board/practice';
import { Guide, type GuideEvent } from '@/core/calibrate/guide';
import { channelsOf, compile } from '@/core/engine/compile';
import { distanceOf, responseOf, sideOf } from '@/core/engine/level';
import type { Program } from '@/core/engine/program';
import type { MidiEvent } from '@/core/midi/event';
import { start, type State } from '@/core/engine/state';
import { silence } from '@/core/engine/gate';
import { step } from '@/core/engine/step';
import type { Instrument } from '@/core/instrument/document';
import { splitMessages } from '@/core/midi/messages';
import { ONE } from '@/core/shape/table';
import type { FromLive, Tick, ToLive } from './live-protocol';
import { RecentRest } from './recent-rest';
import { TakeRecorder } from './take-recorder';
import { TraceColumns } from './trace-columns';

/** Time between two ticks, µs: about thirty a second. */
const TICK_US = 33_000;

/** Frames that may wait; more are lost and counted, as on a cable. */
const QUEUE_FRAMES = 4096;

/** A board, the engine and a guided run, driven by a clock. Plain code, so that tests can drive it too. */
export class LiveSession {
  private instrument: Instrument;
  private readonly board: PracticeBoard;
  private readonly queue: FrameQueue;
  private program: Program;
  private state: State;
  private out: Uint8Array;
  private readonly frame: Uint16Array<ArrayBuffer>;
  private readonly columns: TraceColumns;
  private readonly rest: RecentRest;
  private readonly recorder: TakeRecorder;
  private guide: { run: Guide; sensor: string; column: number } | null = null;
  private events: MidiEvent[] = [];
  private looked: Tick['rest'] = [];
  private tickedUs = -Infinity;
  /** Of the last second. */
  private sent: { tUs: number; bytes: number }[] = [];
  private recentFrames: number[] = [];
  private tUs = 0;
  private nextCounter = 0;
  private lost = 0;

  /**
   * @param session tells this session's takes from every other's
   * @param zeroMs when the board's clock was 0, ms since 1970
   */
  constructor(
    instrument: Instrument,
    seed: number,
    private readonly tell: (message: FromLive) => void,
    session: string,
    private readonly zeroMs: number,
  ) {
    const channels = channelsOf(instrument);
    this.instrument = instrument;
    this.board = new PracticeBoard(channels[0], seed, instrument.board);
    this.queue = new FrameQueue(channels.length, QUEUE_FRAMES);
    this.frame = new Uint16Array(channels.length);
    this.columns = new TraceColumns(channels.length);
    this.rest = new RecentRest(channels.length, this.board.info.rateHz);
    this.recorder = new TakeRecorder(tell, session);
    this.program = compile(instrument, channels);
    this.state = start(this.program);
    this.out = new Uint8Array(this.program.maxBytes);
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

  /** Plays what the board has up to a time, tells what sounded, and now and then how things stand. @param nowUs the board's clock, µs */
  advance(nowUs: number): void {
    this.board.advance(nowUs, this.queue);
    for (let f = this.queue.shift(this.frame); f; f = this.queue.shift(this.frame))
      this.play(f.tUs, f.counter);
    this.tellEvents();
    this.looked.push(...this.rest.look(this.tUs));
    if (nowUs - this.tickedUs < TICK_US) return;
    this.tickedUs = nowUs;
    this.tick();
  }

  private tellEvents(): void {
    if (this.events.length === 0) return;
    this.tell({ is: 'events', events: this.events, zeroMs: this.zeroMs });
    this.events = [];
  }

  private change(instrument: Instrument): void {
    this.silence();
    this.instrument = instrument;
    this.program = compile(instrument, channelsOf(instrument));
    this.state = start(this.program);
    this.out = new Uint8Array(this.program.maxBytes);
  }

  private silence(): void {
    this.emit(silence(this.state, this.out));
    this.tellEvents();
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
    this.columns.add(tUs, this.frame);
    this.rest.add(this.frame);
    if (!this.guide) return;
    const count = this.frame[this.guide.column];
    for (const event of this.guide.run.feed(tUs, count)) this.guided(event);
    this.recorder.frame(tUs, count);
  }

  private guided(event: GuideEvent): void {
    const { run, sensor, column } = this.guide!;
    switch (event.is) {
      case 'take-begins': {
        const label = { id: `${this.instrument.id}-${sensor}-${event.role}`, sensor, role: event.role };
        return this.recorder.begin({ ...label, channel: channelsOf(this.instrument)[column] }, this.tUs);
      }
      case 'take-dropped':
        return this.recorder.drop();
      case 'take-ends':
        this.recorder.end();
        return this.board.player.ask(run.view().role, this.tUs);
      default:
        return this.stopGuide(true);
    }
  }

  private stopGuide(finished: boolean): void {
    if (!this.guide) return;
    this.recorder.drop();
    this.guide = null;
    this.board.player.ask('rest', this.tUs);
    this.tell({ is: 'guide-ends', finished });
  }

  private tick(): void {
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
      columns: this.columns.take(),
      rest: this.looked,
      bytesPerSecond: this.sent.reduce((n, s) => n + s.bytes, 0),
      guide: this.guide?.run.view() ?? null,
    });
    this.looked = [];
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
}
