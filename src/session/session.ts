import { createStore } from 'zustand/vanilla';
import type { Fault } from '@/board/faults';
import { messageWords } from '@/core/midi/words';
import { allColumns } from '@/core/instrument/access';
import type { Calibration } from '@/core/instrument/calibration';
import type { Instrument } from '@/core/instrument/document';
import { withCalibration } from '@/core/kinds/with-calibration';
import type { KeptRecording } from '@/store/database';
import { keepOnBoard } from '@/store/on-board';
import { piecesIn } from '@/store/recordings';
import { storageWords } from '@/store/trouble';
import { createWorkspace, type Workspace } from '@/store/workspace';
import { COLUMN_US, type FromLive, type Source, type Tick, type ToLive } from '@/workers/live-protocol';
import type { MidiEvent } from '@/core/midi/event';
import type { Frames } from '@/core/signal/take';
import { LiveLink } from '@/workers/live-link';
import { BoardSettings } from './board-settings';
import { playsDifferently, wiringOf } from './instrument-changes';
import { pictureMs } from './picture-ms';
import type { Choice } from './choice';
import type { Cable } from './cable';
import { Ear, type Loudness } from './ear';
import { createLiveStore, type LiveState } from './live-state';
import { keepOnLeaving } from './keep-on-leaving';
import { LatenessLog } from './lateness';
import { MidiOut } from './midi-out';
import { TakeKeeping } from './take-keeping';
import { TraceRing } from './trace-ring';

const WORDS = 3;

const lastOf = (newest: string[], before: string[]) =>
  newest.length > 0 ? [...newest, ...before].slice(0, WORDS) : before;

/** One instrument on the bench: its document, its board, its sound. Made when its page opens, closed when it is left. */
export class Session {
  readonly workspace: Workspace;
  readonly live = createLiveStore();
  readonly choice = createStore<Choice>(() => ({
    ...{ page: '', sensor: '', lane: 0, look: null },
    ...{ glance: false, keys: false },
  }));
  readonly ear = new Ear();
  readonly midi = new MidiOut();
  traces: TraceRing[] = [];
  /** The same of what is computed from them, by {@link computedKey}, in percent of its way: as it stands at each tick. */
  computed: Record<string, TraceRing> = {};
  private computedUs = 0;
  private link: LiveLink | null = null;
  private readonly takes: TakeKeeping;
  private compiled: Instrument | null = null;
  /** When screens heard of a tick last, ms of the page. */
  private heardMs = -Infinity;
  /** Messages since the last tick, in words. */
  private heard: { notes: string[]; words: string[] } = { notes: [], words: [] };
  private closed = false;
  /** Of the practice board, whose parts stay what they are while sensors come and go. */
  private readonly seed = Date.now() % 100_000;
  private readonly undo: (() => void)[] = [];
  private source: Source = 'practice';
  /** The recording that stands in for a board, and its loading, to be given up. */
  private replayed: KeptRecording | null = null;
  private loading = 0;
  private recent: ((frames: Frames) => void) | null = null;
  /** What the board on the cable said last that it plays. */
  private lastDigest: string | null = null;
  /** How late what is played comes here. */
  readonly lateness = new LatenessLog();
  /** What came in on MIDI since a capture began; null without one. */
  private captured: MidiEvent[] | null = null;
  /** Made when one is first connected. */
  private cable: Cable | null = null;
  readonly settings = new BoardSettings(this.live, () => this.cable);

  constructor(
    readonly id: string,
    readOnly: boolean,
    /** Called with one sentence that its user should read. */
    private readonly tell: (says: string) => void = () => {},
  ) {
    this.workspace = createWorkspace(id, readOnly, undefined, () => {
      const { page, sensor, lane, look } = this.choice.getState();
      return { page, sensor, lane, look };
    });
    this.takes = new TakeKeeping(id, this.workspace, () => this.live.setState({ settling: false }));
  }

  async open(): Promise<void> {
    await this.workspace.open();
    const { history } = this.workspace.store.getState();
    if (!history || this.closed) return;
    const instrument = history.present;
    this.choice.setState({ sensor: instrument.sensors[0].id, lane: 0 });
    this.link = new LiveLink(
      (m) => this.hear(m),
      (says) =>
        this.live.setState({
          broken: `The board’s reader stopped (${says}). Nothing measured was lost; reload the page.`,
        }),
    );
    this.wire(instrument);
    this.undo.push(
      this.watchDocument(),
      keepOnLeaving(() => this.leave()),
    );
  }

  private watchDocument(): () => void {
    return this.workspace.store.subscribe(({ history: h }) => {
      const before = this.compiled;
      if (!h || before === h.present) return;
      if (before) this.keepChosen(before, h.present);
      if (before && wiringOf(before) !== wiringOf(h.present)) return this.wire(h.present);
      this.compiled = h.present;
      if (playsDifferently(before, h.present)) this.say({ is: 'instrument', instrument: h.present });
    });
  }

  /** Where the chosen sensor is no longer there, the one that has come to its place is chosen. */
  private keepChosen(before: Instrument, { sensors }: Instrument): void {
    const { sensor } = this.choice.getState();
    if (sensors.some(({ id }) => id === sensor)) return;
    const at = Math.max(
      0,
      before.sensors.findIndex(({ id }) => id === sensor),
    );
    this.choice.setState({ sensor: sensors[Math.min(at, sensors.length - 1)].id, lane: 0 });
  }

  /**
   * Lets the bench play another instrument of the same wiring, without a gap where only settings differ: what is tried out. The document stays as it is; whatever
   * changes it ends the trial. @param tried null as the document is
   */
  tryOut(tried: Instrument | null): void {
    if (this.compiled) this.say({ is: 'instrument', instrument: tried ?? this.compiled });
  }

  /** A board with these sensors: what sounded on the one before ends. */
  private wire(instrument: Instrument): void {
    if (this.compiled) this.silence();
    this.compiled = instrument;
    this.traces = allColumns(instrument).map(() => new TraceRing());
    this.computed = {};
    this.computedUs = 0;
    this.live.setState({ tick: null, rest: [], quiet: [], settling: false, faults: [], pulled: [] });
    this.say({ is: 'open', instrument, seed: this.seed, source: this.source });
    if (this.source === 'replay' && this.replayed) void this.load(this.replayed);
  }

  /** Lets the user choose a port; its board takes the place of the practice board. @returns one sentence where that cannot be */
  async connect(baud: number): Promise<string | null> {
    this.cable ??= await this.makeCable();
    const refused = await this.cable.choose(baud);
    if (refused === null) this.listenTo('cable');
    return refused;
  }

  private async makeCable(): Promise<Cable> {
    // No first load carries it.
    const { Cable } = await import('./cable');
    return new Cable(
      (bytes) => this.say({ is: 'bytes', bytes }),
      (cable, says) => {
        this.live.setState({ cable });
        if (says) this.tell(says);
        if (cable.is === 'closed') this.listenTo('practice');
      },
    );
  }

  /** Lets a recording stand in for the board. */
  async replay(recording: KeptRecording): Promise<void> {
    await this.cable?.close();
    this.replayed = recording;
    this.listenTo('replay', true);
  }

  private async load({ id, channels, seconds }: KeptRecording): Promise<void> {
    const loading = ++this.loading;
    this.say({ is: 'replay-begins', channels, endUs: seconds * 1e6 });
    for await (const pieces of piecesIn(id)) {
      if (loading !== this.loading || this.closed) return;
      this.say({ is: 'replay-pieces', pieces, complete: false });
    }
    this.say({ is: 'replay-pieces', pieces: [], complete: true });
  }

  /** Begins to record everything that the board brings, or ends that. A tab that only looks on keeps nothing. */
  record(): void {
    if (this.workspace.store.getState().readOnly) return;
    const going = (this.live.getState().tick?.recordingUs ?? null) !== null;
    this.say({ is: going ? 'record-ends' : 'record' });
  }

  /** Back to the practice board. */
  async practise(): Promise<void> {
    await this.cable?.close();
    this.listenTo('practice');
  }

  private listenTo(source: Source, anew = false): void {
    if ((this.source === source && !anew) || !this.compiled) return;
    this.source = source;
    this.loading++;
    this.live.setState({ replays: source === 'replay' ? this.replayed!.name : null });
    this.wire(this.compiled);
  }

  /** Gives the practice board faults, or mends it with none. */
  break(faults: readonly Fault[]): void {
    this.live.setState({ faults });
    this.say({ is: 'break', faults });
  }

  say(message: ToLive): void {
    this.link?.say(message);
  }

  /** @returns null, or one sentence on why there is no sound */
  async setSound(loudness: Loudness): Promise<string | null> {
    const refused = await this.ear.set(loudness);
    this.say({ is: 'announce' });
    return refused;
  }

  /** Sends to a MIDI port from now on; null to none. */
  sendTo(port: string | null): void {
    this.midi.choose(port);
    this.say({ is: 'announce' });
  }

  /** Pulls a board's output out of the one that it enters, or puts it back. */
  pull(from: string): void {
    const { pulled: out } = this.live.getState();
    const pulled = out.includes(from) ? out.filter((id) => id !== from) : [...out, from];
    this.live.setState({ pulled });
    this.say({ is: 'pull', from: pulled });
  }

  /** Begins to keep what comes in on MIDI, with when it came. */
  capture(): void {
    this.captured = [];
  }

  /** Ends that. @returns what came, µs of the computer's clock */
  endCapture(): MidiEvent[] {
    const { captured } = this;
    this.captured = null;
    return captured ?? [];
  }

  /** A message that comes in from outside: on the instrument's first input, else a keyboard plays the built-in sound. */
  comesIn(bytes: number[]): void {
    this.captured?.push({ tUs: performance.now() * 1000, bytes });
    const input = this.compiled?.inputs?.[0];
    if (input) this.say({ is: 'midi-in', input: input.id, bytes });
    else if (bytes[0] < 0xf0) this.ear.play(bytes);
  }

  silence(): void {
    this.say({ is: 'silence' });
    this.ear.silence();
    this.midi.silence();
  }

  /** Keeps what waits to be kept while the page is hidden or left. */
  private leave(): void {
    this.workspace.leave();
    void this.takes.flush();
  }

  async close(): Promise<void> {
    this.closed = true;
    for (const undo of this.undo) undo();
    this.silence();
    await this.cable?.close();
    this.link?.close();
    this.ear.close();
    await Promise.all([this.workspace.close(), this.takes.close()]);
  }

  /** The last seconds of all columns. */
  lastSeconds(): Promise<Frames> {
    return new Promise((resolve) => {
      this.recent = resolve;
      this.say({ is: 'recent' });
    });
  }

  /** Lets a take that is kept stand for its role. */
  stand(take: string): void {
    this.takes.stand(take);
  }

  private hear(message: FromLive): void {
    if (message.is === 'tick') this.hearTick(message);
    else if (message.is === 'recent') this.recent?.(message.frames);
    else if (message.is === 'events') {
      this.lateness.add(message.events, message.zeroMs, performance.timeOrigin + performance.now());
      this.hearEvents(message.events);
    } else if (message.is === 'given') this.settings.hear(message.dump);
    else if (message.is === 'learnt') this.takeLearnt(message.calibrations);
    else this.takes.hear(message);
  }

  /** What the button on the instrument has measured: in the document, and taken back by one key. */
  private takeLearnt(calibrations: Record<string, Calibration>): void {
    const present = this.workspace.store.getState().history?.present;
    if (!present) return;
    const changed = Object.entries(calibrations).reduce((own, [id, calibration]) => {
      const before = own.sensors.find((s) => s.id === id);
      return before?.calibration ? withCalibration(own, id, calibration, before.mark) : own;
    }, present);
    if (changed !== present) this.workspace.change('rest and reach measured by the button', changed, true);
  }

  private hearEvents(events: readonly MidiEvent[]): void {
    for (const { bytes } of events) {
      this.ear.play(bytes);
      this.midi.send(bytes);
      const says = messageWords(bytes);
      if (says === '') continue;
      if ((bytes[0] & 0xe0) === 0x80) this.heard.notes.unshift(says);
      else this.heard.words.unshift(says);
    }
  }

  /** Whether screens hear of a tick: of each, but where less motion is asked for. */
  private isDue(tick: Tick): boolean {
    const now = performance.now();
    const due = now - this.heardMs >= pictureMs();
    if (!due && tick.rest.length === 0 && !turns(this.live.getState().tick, tick)) return false;
    this.heardMs = now;
    return true;
  }

  private traceComputed({ tUs, computed }: Tick): void {
    const columns = Math.floor(tUs / COLUMN_US) - Math.floor(this.computedUs / COLUMN_US);
    this.computedUs = tUs;
    for (const [key, share] of Object.entries(computed)) {
      const ring = (this.computed[key] ??= new TraceRing(Float32Array));
      // A board whose clock began anew draws nothing for once.
      for (let i = 0; i < Math.min(columns, ring.size); i++) ring.push(100 * share, 100 * share);
    }
  }

  /** Remembers what a board on the cable plays. */
  private hearWho({ line }: Tick): void {
    const digest = line?.who?.digest;
    if (digest === undefined || digest === this.lastDigest) return;
    this.lastDigest = digest;
    keepOnBoard(this.id, { digest, at: new Date().toISOString() }).catch((e: unknown) =>
      this.workspace.tell('saving', storageWords(e)),
    );
  }

  private hearTick(tick: Tick): void {
    const width = tick.counts.length;
    for (let i = 0; i < tick.columns.length; i += 2 * width)
      for (let c = 0; c < width; c++)
        this.traces[c]?.push(tick.columns[i + 2 * c], tick.columns[i + 2 * c + 1]);
    this.traceComputed(tick);
    this.hearWho(tick);
    if (!this.isDue(tick)) return;
    const { notes, words } = this.heard;
    this.heard = { notes: [], words: [] };
    this.live.setState((s) => ({
      tick,
      notes: lastOf(notes, s.notes),
      words: lastOf(words, s.words),
      settling: s.settling || tick.guide !== null,
      ...(tick.rest.length > 0 ? withRest(s, tick.rest) : {}),
    }));
  }
}

/** Whether something begins or ends with it that a screen must know at once. */
const turns = (before: Tick | null, { recordingUs, guide, button }: Tick): boolean =>
  before === null ||
  before.button?.is !== button?.is ||
  (before.recordingUs === null) !== (recordingUs === null) ||
  (before.guide === null) !== (guide === null);

/** The rest that is known, with what was looked at since. */
function withRest(s: LiveState, looked: Tick['rest']): Pick<LiveState, 'rest' | 'quiet'> {
  const rest = [...s.rest];
  const quiet = [...s.quiet];
  for (const { column, stats } of looked) {
    rest[column] = stats ?? rest[column] ?? null;
    quiet[column] = stats !== null;
  }
  return { rest, quiet };
}
