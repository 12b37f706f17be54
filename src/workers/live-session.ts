import { FrameQueue } from '@/board/board';
import { PracticeBoard } from '@/board/practice';
import { ReplayBoard } from '@/board/replay';
import { SerialBoard } from '@/board/serial';
import { compile } from '@/core/compile/compile';
import { laneRange, levelOf } from '@/core/ways/registry';
import { levelReader } from '@/core/ways/level/reader';
import { digestOf } from '@/core/exchange/document/instrument-digest';
import { allColumns, allContacts, lanePlaces, responseAt } from '@/core/instrument/access';
import type { Instrument } from '@/core/instrument/document';
import { restCounts } from '@/core/ways/rest-counts';
import type { GuideEvent } from '@/core/guide/guide';
import { levelPort } from '@/core/kinds/ports';
import type { MidiEvent } from '@/core/midi/event';
import { framesOf } from '@/core/signal/frames';
import { Engines } from './engines';
import { GuidedTake } from './guided-take';
import type { FromLive, Source, Tick, ToLive } from './live-protocol';
import { RecentFrames } from './recent-frames';
import { RecentRest } from './recent-rest';
import { TakeRecorder } from './take-recorder';
import { TraceColumns } from './trace-columns';

/** Time between two ticks, µs: about thirty a second. */
const TICK_US = 33_000;

/** Frames that may wait; more are lost and counted, as on a cable. */
const QUEUE_FRAMES = 4096;

/** A board, the engines and a guided run, driven by a clock. Plain code, so that tests can drive it too. */
export class LiveSession {
  private instrument: Instrument;
  private readonly board: PracticeBoard | SerialBoard | ReplayBoard;
  private readonly queue: FrameQueue;
  private readonly engines: Engines;
  private readers: { column: number; read: (count: number) => number }[];
  private readonly frame: Uint16Array<ArrayBuffer>;
  private readonly closed: boolean[];
  private readonly columns: TraceColumns;
  private readonly rest: RecentRest;
  private readonly recent: RecentFrames;
  /** Of a guided run, and of everything. */
  private readonly recorder: TakeRecorder;
  private readonly recording: TakeRecorder;
  private guide: GuidedTake | null = null;
  private events: MidiEvent[] = [];
  private looked: Tick['rest'] = [];
  private tickedUs = -Infinity;
  /** Of the last second. */
  private sent: { tUs: number; bytes: number }[] = [];
  private recentFrames: number[] = [];
  private tUs = 0;
  private nowUs = 0;
  private nextCounter = 0;
  private lost = 0;
  /** Of the sketches of this instrument's boards; null until they are asked for. */
  private digests: string[] | null = null;

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
    source: Source = 'practice',
  ) {
    this.instrument = instrument;
    this.board = boardBehind(source, instrument, seed);
    const { columns, contacts, rateHz } = this.board.info;
    this.queue = new FrameQueue(columns.length, QUEUE_FRAMES);
    this.frame = new Uint16Array(columns.length);
    this.closed = contacts.map(() => false);
    this.columns = new TraceColumns(columns.length);
    this.rest = new RecentRest(columns.length, rateHz);
    this.recent = new RecentFrames(columns, contacts, rateHz);
    this.recorder = new TakeRecorder(tell, session, 1e6 / rateHz);
    this.recording = new TakeRecorder(tell, session);
    this.engines = new Engines(instrument);
    this.readers = readersOf(instrument);
  }

  handle(message: ToLive): void {
    switch (message.is) {
      case 'instrument':
        return this.change(message.instrument);
      case 'hand':
        return this.practice?.hand(message.sensor, message.lane, message.strength);
      case 'break':
        return this.practice?.break(message.faults);
      case 'recent':
        return this.tellRecent();
      case 'bytes':
        return this.line?.feed(message.bytes, this.nowUs);
      case 'silence':
        return this.silence();
      case 'pull':
        return this.engines.pull(message.from);
      case 'midi-in':
        return this.engines.comesIn(message.input, this.tUs, message.bytes);
      case 'announce':
        return this.engines.announce();
      case 'guide':
        this.stopGuide(false);
        this.guide = new GuidedTake(this.instrument, message, this.board.info.rateHz);
        return this.practice?.ask(message.sensor, message.steps[0].role, this.tUs);
      case 'stop-guide':
        return this.stopGuide(false);
      case 'ask':
        return this.practice?.ask(message.sensor, message.role, this.tUs);
      case 'record':
        return this.record();
      case 'record-ends':
        return this.recording.end(this.tUs);
      case 'mark':
        return this.recording.mark(this.tUs);
      case 'replay-begins':
        return this.replay?.begin(message.channels, message.endUs);
      case 'replay-pieces':
        return this.replay?.load(message.pieces, message.complete);
      case 'replay':
        return this.replay?.command(message.do);
    }
  }

  private record(): void {
    const { columns, contacts } = this.board.info;
    this.recording.begin(
      { id: `${this.instrument.id}-all`, of: null, channels: columns, contacts },
      this.tUs,
    );
  }

  /** Ends what is being recorded: another board takes this one's place. */
  close(): void {
    this.stopGuide(false);
    this.recording.end(this.tUs);
  }

  /** The last seconds of the columns that the board brings. */
  private tellRecent(): void {
    const { columns, contacts } = this.board.info;
    const frames = framesOf(this.recent.take(), this.line?.brings ?? columns, contacts);
    this.tell({ is: 'recent', frames });
  }

  private get practice(): PracticeBoard | null {
    return this.board instanceof PracticeBoard ? this.board : null;
  }

  private get replay(): ReplayBoard | null {
    return this.board instanceof ReplayBoard ? this.board : null;
  }

  private get line(): SerialBoard | null {
    return this.board instanceof SerialBoard ? this.board : null;
  }

  /** Plays what the board has up to a time, tells what sounded, and now and then how things stand. @param nowUs the board's clock, µs */
  advance(nowUs: number): void {
    this.nowUs = nowUs;
    this.board.advance(nowUs, this.queue);
    for (let f = this.queue.shift(this.frame); f; f = this.queue.shift(this.frame)) {
      for (let edge = this.queue.shiftEdge(f.tUs); edge; edge = this.queue.shiftEdge(f.tUs))
        this.playEdge(edge.tUs, edge.contact, edge.closed);
      this.play(f.tUs, f.counter);
    }
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
    this.instrument = instrument;
    this.emit(this.engines.change(instrument, this.tUs));
    this.tellEvents();
    this.readers = readersOf(instrument);
    this.digests = null;
  }

  private silence(): void {
    this.emit(this.engines.silence(this.tUs));
    this.tellEvents();
  }

  private emit(messages: number[][]): void {
    if (messages.length === 0) return;
    this.sent.push({ tUs: this.tUs, bytes: messages.reduce((n, m) => n + m.length, 0) });
    for (const bytes of messages) this.events.push({ tUs: this.tUs, bytes });
  }

  private play(tUs: number, counter: number): void {
    this.lost += counter - this.nextCounter;
    this.nextCounter = counter + 1;
    this.tUs = tUs;
    this.recentFrames.push(tUs);
    this.emit(this.engines.frame(tUs, this.frame));
    this.tellLearnt();
    this.columns.add(tUs, this.frame);
    this.rest.add(this.frame);
    this.recent.add(tUs, this.frame);
    this.recording.frame(tUs, this.frame);
    this.guide?.frame(tUs, this.frame, this.recorder, (event) => this.guided(event));
  }

  private tellLearnt(): void {
    const at = new Date(this.zeroMs + this.tUs / 1000).toISOString();
    const calibrations = this.engines.learnt(this.instrument, at);
    if (calibrations) this.tell({ is: 'learnt', calibrations });
  }

  private playEdge(tUs: number, contact: number, closed: boolean): void {
    this.closed[contact] = closed;
    this.recent.addEdge(tUs, contact, closed);
    this.recording.edge(tUs, contact, closed);
    this.emit(this.engines.edge(tUs, contact, closed));
    this.guide?.edge(tUs, contact, closed, this.recorder, (event) => this.guided(event));
  }

  private guided(event: GuideEvent): void {
    const guide = this.guide!;
    switch (event.is) {
      case 'take-begins':
        return this.recorder.begin(guide.label(event.role), this.tUs);
      case 'take-dropped':
        return this.recorder.drop();
      case 'take-ends':
        this.recorder.end(this.tUs);
        return this.practice?.ask(guide.id, guide.run.view().role, this.tUs);
      default:
        return this.stopGuide(true);
    }
  }

  private stopGuide(finished: boolean): void {
    if (!this.guide) return;
    const done = this.guide.stopped();
    if (done) this.recorder.stop(done);
    else this.recorder.drop();
    this.practice?.ask(this.guide.id, null, this.tUs);
    this.guide = null;
    this.tell({ is: 'guide-ends', finished });
  }

  private tick(): void {
    const dump = this.line?.takeGiven();
    if (dump) this.tell({ is: 'given', dump });
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
      computed: this.engines.computed(),
      closed: [...this.closed],
      columns: this.columns.take(),
      rest: this.looked,
      bytesPerSecond: this.sent.reduce((n, s) => n + s.bytes, 0),
      guide: this.guide?.view() ?? null,
      line: this.line?.state ?? null,
      sketchIsOurs: this.sketchIsOurs(),
      recordingUs: this.recording.lengthUs(tUs),
      replay: this.replay?.state ?? null,
      scenes: this.engines.scenes(),
      modes: this.engines.modes(),
      lights: this.engines.lights(tUs),
      button: this.engines.button(),
    });
    this.looked = [];
  }

  private sketchIsOurs(): boolean | null {
    const who = this.line?.state.who;
    if (!who) return null;
    this.digests ??= this.instrument.boards.map((b) =>
      digestOf(this.instrument, b, compile(this.instrument, b)),
    );
    return this.digests.includes(who.digest);
  }

  private responses(): number[] {
    const responses = new Array<number>(this.frame.length).fill(0);
    for (const { column, read } of this.readers) responses[column] = read(this.frame[column]);
    return responses;
  }
}

function boardBehind(source: Source, instrument: Instrument, seed: number) {
  if (source === 'practice') return new PracticeBoard(instrument, seed);
  const { scanHz, bits } = instrument.boards[0];
  const columns = allColumns(instrument);
  const contacts = allContacts(instrument);
  return source === 'cable'
    ? new SerialBoard(columns, contacts, scanHz, 2 ** bits - 1)
    : new ReplayBoard(columns, contacts, scanHz, restCounts(instrument, columns));
}

/** How far each lane is played, 0 … 1, for those that are calibrated. */
function readersOf(instrument: Instrument): { column: number; read: (count: number) => number }[] {
  return instrument.sensors.flatMap((sensor) => {
    const places = lanePlaces(instrument, sensor);
    return sensor.lanes.flatMap(({ id }, lane) => {
      const level = levelOf(sensor, lane);
      const port = levelPort(sensor, lane);
      if (level && port !== null) {
        const read = levelReader(level, responseAt(sensor, port, id));
        return [{ column: places[lane], read: (count: number) => read(count).step / 127 }];
      }
      const range = laneRange(sensor, id);
      if (!range) return [];
      const share = (count: number) => Math.min(1, Math.abs((count - range.rest) / range.travel));
      return { column: places[lane], read: share };
    });
  });
}
