import { createStore } from 'zustand/vanilla';
import { messageWords } from '@/core/midi/words';
import type { Instrument } from '@/core/instrument/document';
import { addPiece, beginTake, removeTake, standTake } from '@/store/takes';
import { createWorkspace, type Workspace } from '@/store/workspace';
import type { FromLive, ToLive, Tick } from '@/workers/live-protocol';
import { LiveLink } from '@/workers/live-link';
import { Ear } from '../sound/ear';
import { MidiOut } from '../sound/midi-out';
import { createLiveStore } from './live-state';
import { TraceRing } from './trace-ring';

/** What is chosen on the screen; nothing of it is kept. */
export interface Choice {
  sensor: string;
  glance: boolean;
  keys: boolean;
}

const WORDS = 3;

/** One instrument on the bench: its document, its board, its sound. Made when its page opens, closed when it is left. */
export class Session {
  readonly workspace: Workspace;
  readonly live = createLiveStore();
  readonly choice = createStore<Choice>(() => ({ sensor: '', glance: false, keys: false }));
  readonly ear = new Ear();
  readonly midi = new MidiOut();
  traces: TraceRing[] = [];
  private link: LiveLink | null = null;
  private pieces: Promise<unknown> = Promise.resolve();
  private compiled: Instrument | null = null;
  private stopWatching = () => {};

  constructor(
    readonly id: string,
    readOnly: boolean,
  ) {
    this.workspace = createWorkspace(id, readOnly);
  }

  async open(): Promise<void> {
    await this.workspace.open();
    const { history } = this.workspace.store.getState();
    if (!history) return;
    const instrument = history.present;
    this.choice.setState({ sensor: instrument.sensors[0].id });
    this.traces = instrument.sensors.map(() => new TraceRing());
    this.link = new LiveLink(
      (m) => this.hear(m),
      (says) =>
        this.live.setState({
          broken: `The board’s reader stopped (${says}). Nothing measured was lost; reload the page.`,
        }),
    );
    this.compiled = instrument;
    this.say({ is: 'open', instrument, seed: Date.now() % 100_000 });
    this.stopWatching = this.workspace.store.subscribe(({ history: h }) => {
      if (!h || this.compiled === h.present) return;
      const changed = playsDifferently(this.compiled, h.present);
      this.compiled = h.present;
      if (changed) this.say({ is: 'instrument', instrument: h.present });
    });
  }

  say(message: ToLive): void {
    this.link?.say(message);
  }

  silence(): void {
    this.say({ is: 'silence' });
    this.ear.silence();
    this.midi.silence();
  }

  async close(): Promise<void> {
    this.stopWatching();
    this.silence();
    this.link?.close();
    this.ear.close();
    await this.workspace.close();
  }

  /** Lets a take that is kept stand for its role. */
  stand(take: string): void {
    this.keep(() => standTake(take).then(() => this.workspace.reloadTakes()));
  }

  private hear(message: FromLive): void {
    const { workspace } = this;
    switch (message.is) {
      case 'tick':
        return this.hearTick(message);
      case 'take-begins': {
        const { board } = workspace.store.getState().history!.present;
        const { take, sensor, role, channel } = message;
        const label = {
          id: take,
          instrument: this.id,
          sensor,
          role,
          at: new Date().toISOString(),
          channels: [channel],
        };
        return this.keep(() => beginTake({ ...label, bits: board.bits, rateHz: board.scanHz, whole: false }));
      }
      case 'take-piece':
        return this.keep(() => addPiece(message.take, message.n, message));
      case 'take-dropped':
        return this.keep(() => removeTake(message.take));
      case 'take-ends':
        return this.stand(message.take);
      case 'guide-ends':
        return this.keep(() => workspace.reloadTakes());
    }
  }

  /** Storage work in the order in which it came; a refusal is shown and the rest goes on. */
  private keep(work: () => Promise<unknown>): void {
    this.pieces = this.pieces.then(() => this.workspace.guarded(work));
  }

  private hearTick(tick: Tick): void {
    const width = tick.counts.length;
    for (let i = 0; i < tick.columns.length; i += 2 * width)
      for (let c = 0; c < width; c++)
        this.traces[c]?.push(tick.columns[i + 2 * c], tick.columns[i + 2 * c + 1]);
    for (const { bytes } of tick.events) {
      this.ear.play(bytes);
      this.midi.send(bytes);
    }
    const notes = tick.events.filter((e) => (e.bytes[0] & 0xe0) === 0x80);
    const others = tick.events.filter((e) => (e.bytes[0] & 0xe0) !== 0x80);
    const last = notes.at(-1);
    this.live.setState((s) => ({
      tick,
      note: last ? messageWords(last.bytes) : s.note,
      words: [...others.map((e) => messageWords(e.bytes)).reverse(), ...s.words].slice(0, WORDS),
      ...(tick.rest
        ? { rest: tick.rest.map((r, c) => r ?? s.rest[c] ?? null), quiet: tick.rest.map((r) => r !== null) }
        : {}),
    }));
  }
}

/** Names, marks and the log change nothing that sounds; everything else needs a new program. */
function playsDifferently(before: Instrument | null, after: Instrument): boolean {
  return before?.sensors !== after.sensors || before.voices !== after.voices || before.board !== after.board;
}
