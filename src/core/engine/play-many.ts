import type { Frames } from '../signal/take';
import { BetweenFrames, type Inputs } from './between-frames';
import type { Looker } from './blocks/block';
import { endInputs, nextOfInputs } from './blocks/port';
import { blocks } from './blocks/registry';
import { Calendar } from './calendar';
import { lookersOf, lookOn, playLooker } from './look-ahead';
import { PAUSE_US, SWEEP_TICKS } from './clock';
import { stepTo, type Engine } from './engine';
import { derivedFrames } from './derive';
import { isLocked, park } from './merge';
import { doAsked, drainTo, passTime, playByte, playEdge, playFrame, sweepTimers } from './play';
import { WaitingSet } from './waiting-set';
import { firstAt, firstComing, firstDue, firstOutside, type Stretch, type Unit } from './stretch';
import { playControl } from './voices/control';
import { nextClock, playClock } from './voices/tempo';
import { playSwitched, switchedWaits } from './voices/switched';
import { MOST_BACKLOG_US, wireIsFree } from './wire';

/** Counts that every unit goes through in turn, so that what it reads stays in the cache. */
const BLOCK_COUNTS = 16384;

/** Called for each frame, edge or byte that sent something, in order: its bytes stand at the start of `out`. */
export type Emit = (tUs: number, out: Uint8Array, bytes: number) => void;

/**
 * Same bytes and same state as `playFrame`, `playEdge` and `playByte`, faster: each unit passes over the frames in which its
 * counts stay in its band and none of its timers ends.
 */
export function playMany(e: Engine, take: Frames, emit: Emit): void {
  if (cannotDeriveAhead(e)) return playEach(e, take, emit);
  const frames = derivedFrames(e, take);
  e.derived = true;
  playFrames(e, frames, emit);
  e.derived = false;
}

/**
 * Whether what is computed depends on what is played: encoders on scenes that change, joined levels on rests that are found or followed. The
 * columns of a whole take know nothing of it.
 */
const cannotDeriveAhead = ({ image }: Engine): boolean =>
  image.joins.length > 0 || (image.turn_values > 0 && (image.selectors.length > 0 || image.ports.length > 0));

/** Plays every frame in full. */
function playEach(e: Engine, { tUs, counts, channels, edges, bytes }: Frames, emit: Emit): void {
  const between = new BetweenFrames(edges, bytes);
  const tell = (atUs: number, written: number) => {
    if (written > 0) emit(atUs, e.out, written);
  };
  const inputs = {
    edge: (atUs: number, contact: number, closed: boolean) => tell(atUs, playEdge(e, atUs, contact, closed)),
    byte: (atUs: number, port: number, byte: number) => tell(atUs, playByte(e, atUs, port, byte)),
  };
  for (let frame = 0; frame < tUs.length; frame++) {
    between.upTo(tUs[frame], inputs);
    tell(tUs[frame], playFrame(e, tUs[frame], counts, frame * channels.length));
  }
  between.upTo(Infinity, inputs);
}

function playFrames(e: Engine, frames: Frames, emit: Emit): void {
  const { tUs } = frames;
  const block = Math.max(16, Math.floor(BLOCK_COUNTS / Math.max(1, frames.channels.length)));
  const take = new Passage(e, frames, block, emit);
  const presses = framesOfButton(e, frames);
  for (let frame = 0, next = 0; frame < tUs.length;) {
    while (presses[next] < frame) next++;
    if (looks(e) || presses[next] === frame) take.whole(frame++);
    else frame = take.block(frame, Math.min(endOfBlock(tUs, frame, block), presses[next] ?? Infinity));
  }
  take.inputsBefore(Infinity, tUs.length);
  if (tUs.length > 0) e.frameUs = tUs[tUs.length - 1] >>> 0;
}

/** The frames before which the button on the instrument was pressed or let go: they are played in full. */
function framesOfButton({ image }: Engine, { tUs, edges }: Frames): number[] {
  if (!edges || image.learns.length === 0) return [];
  const frames: number[] = [];
  let frame = 0;
  edges.tUs.forEach((edgeUs, i) => {
    if (edges.contact[i] !== image.learns[0].contact) return;
    while (frame < tUs.length && tUs[frame] < edgeUs) frame++;
    frames.push(frame);
  });
  return frames;
}

/** The frame after a block: it is full, or a pause that ends every timer comes before the next frame. */
function endOfBlock(tUs: Float64Array, first: number, frames: number): number {
  const most = Math.min(first + frames, tUs.length);
  let end = first + 1;
  while (end < most && tUs[end] - tUs[end - 1] < PAUSE_US) end++;
  return end;
}

/** The first frames after power-up are played in full. */
const looks = (e: Engine): boolean =>
  e.state.engine.discard > 0 || blocks().some((block) => block.everyFrame?.(e));

class Passage implements Stretch {
  end = 0;
  readonly tUs: Float64Array;
  readonly counts: Uint16Array;
  readonly columns: number;
  private first = 0;
  /** The number of the first since power-up. */
  private number = 0;
  /** 1 for each row, frame of the block, at which something is to be done. */
  private readonly due: Uint8Array;
  private readonly units: Unit[];
  private readonly calendar: Calendar;
  private readonly controlCalendar: Calendar;
  private readonly lookers: Looker[];
  private readonly lookCalendar: Calendar;
  /** Controls that have something to do, and wait for their turn or for the wire. */
  private readonly waits: WaitingSet;
  /** No clock, nothing that comes in, and nothing that gates switch or ask for. */
  private readonly sensesOnly: boolean;
  private readonly between: BetweenFrames;
  private readonly inputs: Inputs;

  constructor(
    private readonly e: Engine,
    { tUs, counts, channels, edges, bytes }: Frames,
    block: number,
    private readonly emit: Emit,
  ) {
    this.tUs = tUs;
    this.counts = counts;
    this.columns = channels.length;
    this.between = new BetweenFrames(edges, bytes);
    this.inputs = {
      edge: (at, contact, closed) => this.tell(at, playEdge(e, at, contact, closed)),
      byte: (at, port, byte) => this.tell(at, playByte(e, at, port, byte)),
    };
    const { tempos, ports, selectors, switched } = e.image;
    this.sensesOnly = tempos.length + ports.length + selectors.length + switched.length === 0;
    this.due = new Uint8Array(block);
    this.units = blocks().flatMap((block) => block.units?.(e) ?? []);
    this.calendar = new Calendar(block, this.units.length);
    this.controlCalendar = new Calendar(block, e.image.controls.length);
    this.lookers = lookersOf(e);
    this.lookCalendar = new Calendar(block, this.lookers.length);
    this.waits = new WaitingSet(e.image.controls.length);
  }

  /** Plays a frame in full. */
  whole(frame: number): void {
    this.inputsBefore(this.tUs[frame], frame);
    this.tell(this.tUs[frame], playFrame(this.e, this.tUs[frame], this.counts, frame * this.columns));
  }

  /** Plays the edges and bytes up to a time; the frames before `frame` have been played. @returns whether there were any */
  inputsBefore(untilUs: number, frame: number): boolean {
    if (this.between.nextUs() > untilUs) return false;
    this.catchUp(frame - 1);
    return this.between.upTo(untilUs, this.inputs);
  }

  /** Plays the frames of a block; only before its first can there have been a pause. @returns the frame after the last that it played */
  block(first: number, end: number): number {
    this.first = first;
    this.end = end;
    this.number = this.e.state.engine.frame;
    this.waits.fill();
    this.due[0] = 1;
    this.units.forEach((_, unit) => this.calendar.put(unit, 0));
    this.lookers.forEach((_, i) => this.lookOn(i, first));
    this.markSweep(first);
    this.markInput();
    for (let row = 0; row >= 0; row = this.nextRow(row)) {
      this.due[row] = 0;
      if (this.inputsBefore(this.tUs[first + row], first + row)) {
        this.wakeAll(row);
        this.markInput();
      }
      this.play(first + row);
    }
    this.catchUp(end - 1);
    this.e.state.engine.frame = this.numberOf(end);
    return end;
  }

  /** The next row at which something is to be done, −1 for none; where much is, most often the one after. */
  private nextRow(row: number): number {
    return this.due[row + 1] === 1 ? row + 1 : this.due.indexOf(1, row + 2);
  }

  private play(frame: number): void {
    const { e, tUs } = this;
    const row = frame - this.first;
    if (row === 0) passTime(e, tUs[frame]);
    else drainTo(e, tUs[frame]);
    if (frame > 0) e.frameUs = tUs[frame - 1] >>> 0;
    stepTo(e, tUs[frame]);
    e.counts = this.counts;
    e.at = frame * this.columns;
    if (sweepTimers(e)) {
      this.markSweep(frame);
      if (e.woken) this.wakeAll(row);
      e.woken = false;
    }
    const clock = this.sensesOnly ? 0 : this.playInputs(row);
    if (this.lookCalendar.has(row)) this.look(frame);
    if (!this.sensesOnly) {
      // Who asked for it has woken all for this frame.
      doAsked(e);
      playSwitched(e);
    }
    this.playControls(frame);
    for (let unit = this.calendar.take(row); unit >= 0; unit = this.calendar.take(row)) {
      this.units[unit].play();
      this.schedule(this.calendar, unit, this.units[unit].next(frame, this));
    }
    if (e.woken) this.wakeNext(row + 1);
    if (this.waits.size > 0 || switchedWaits(e)) this.mark(this.freeWire(frame));
    if (!this.sensesOnly) {
      this.mark(nextOfInputs(e, frame, this));
      this.mark(nextClock(e, frame, this));
    }
    this.tell(tUs[frame], park(e, clock));
  }

  /** The clock, and what has come in. @returns bytes of the clock */
  private playInputs(row: number): number {
    const { e } = this;
    playClock(e);
    const clock = e.bytes;
    const locked = isLocked(e);
    endInputs(e);
    if (locked && !isLocked(e)) this.wakeAll(row);
    return clock;
  }

  /** The lanes whose look may end at a frame; what that changes is looked at by all. */
  private look(frame: number): void {
    const row = frame - this.first;
    const due: number[] = [];
    for (let i = this.lookCalendar.take(row); i >= 0; i = this.lookCalendar.take(row)) due.push(i);
    let ended = false;
    for (const i of due) ended = playLooker(this.e, this.lookers[i], ended) || ended;
    this.wakeAll(row);
    for (const i of due) this.lookOn(i, frame + 1);
  }

  private lookOn(i: number, frame: number): void {
    this.schedule(this.lookCalendar, i, lookOn(this.lookers[i], this, frame, this.numberOf(frame)));
  }

  /** Of a frame of the block since power-up, modulo 256. */
  private numberOf(frame: number): number {
    return (this.number + frame - this.first) & 0xff;
  }

  /** As voices/control.ts does, but only those that are awake are looked at. */
  private playControls(frame: number): void {
    const { e, waits } = this;
    const { engine } = e.state;
    const row = frame - this.first;
    for (let i = this.controlCalendar.take(row); i >= 0; i = this.controlCalendar.take(row)) waits.add(i);
    if (waits.size === 0 || !wireIsFree(e)) return;
    for (let index = waits.next(engine.turn); index >= 0; index = waits.next(this.after(index))) {
      waits.remove(index);
      playControl(e, index);
      const filled = !wireIsFree(e);
      // Others come before it now: by its next turn it is most often held no more.
      if (filled && e.state.controls[index].held !== 0) waits.add(index);
      else this.schedule(this.controlCalendar, index, this.nextOfControl(index, frame));
      if (!filled) continue;
      engine.turn = this.after(index);
      return;
    }
  }

  /** The control whose turn comes next. */
  private after(control: number): number {
    return control + 1 === this.e.image.controls.length ? 0 : control + 1;
  }

  /** After a gate, or a note that began, has let some follow again. */
  private wakeNext(row: number): void {
    this.e.woken = false;
    if (this.first + row >= this.end) return;
    this.wakeAll(row);
    this.mark(this.first + row);
  }

  private nextOfControl(index: number, frame: number): number {
    const state = this.e.state.controls[index];
    const control = this.e.image.controls[index];
    if (state.held !== 0) return firstComing(this, frame, state.until);
    return firstOutside(this, control.column, state, frame + 1);
  }

  private schedule(calendar: Calendar, unit: number, frame: number): void {
    if (frame >= this.end) return;
    calendar.put(unit, frame - this.first);
    this.mark(frame);
  }

  /** Something is to be done at a frame, if it lies in the block. */
  private mark(frame: number): void {
    if (frame < this.end) this.due[frame - this.first] = 1;
  }

  /** The next frame at which ended timers are cleared. */
  private markSweep(frame: number): void {
    this.mark(firstDue(this, frame, this.e.state.engine.swept, SWEEP_TICKS));
  }

  /** The frame that the next edge or byte comes before. */
  private markInput(): void {
    const next = this.between.nextUs();
    if (next < Infinity) this.mark(firstAt(this, this.first, next));
  }

  /** The first frame after one that was played at which the wire takes another level. */
  private freeWire(frame: number): number {
    return firstAt(this, frame + 1, this.tUs[frame] + this.e.state.engine.backlog_us - MOST_BACKLOG_US);
  }

  /** After an edge or a byte, and after a look, every unit looks at the frame. */
  private wakeAll(row: number): void {
    this.calendar.clear();
    this.controlCalendar.clear();
    this.units.forEach((_, unit) => this.calendar.put(unit, row));
    this.waits.fill();
  }

  /** Up to a frame that nothing had to play: the wire drains, and what comes after it finds its counts. */
  private catchUp(frame: number): void {
    if (frame < 0) return;
    this.e.counts = this.counts;
    this.e.at = frame * this.columns;
    // Something after that frame has been there already.
    if ((this.tUs[frame] - this.e.state.engine.last_us) >>> 0 < 2 ** 31) drainTo(this.e, this.tUs[frame]);
  }

  private tell(tUs: number, bytes: number): void {
    if (bytes > 0) this.emit(tUs, this.e.out, bytes);
  }
}
