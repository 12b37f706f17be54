import type { Edges } from '../signal/take';
import { touchBankLooks } from './blocks/touch';
import { Calendar } from './calendar';
import { lookersOf, lookOn, playLooker, type Looker } from './look-ahead';
import { PAUSE_US, SWEEP_TICKS, ticksAt, ticksSince } from './clock';
import type { Engine } from './engine';
import { passTime, playEdge, playFrame } from './play';
import { sweepTimers } from './timers';
import { firstDue, firstOutside, unitsOf, type Stretch, type Unit } from './units';
import { playControl } from './voices/control';
import { playSwitched, switchedWaits } from './voices/switched';
import { drain, MOST_BACKLOG_US, wireIsFree } from './wire';

/** Counts that every unit goes through in turn, so that what it reads stays in the cache. */
const BLOCK_COUNTS = 4096;

/** Called for each frame, or edge, that sent something, in order: its bytes stand at the start of `out`. */
export type Emit = (tUs: number, out: Uint8Array, bytes: number) => void;

/**
 * Same bytes and same state as `playFrame` and `playEdge`, faster: each unit passes over the frames in which its counts stay
 * in its band and none of its timers ends.
 * @param tUs times of the frames, µs, never falling @param counts frame after frame, `columns` each
 */
export function playMany(
  e: Engine,
  tUs: Float64Array,
  counts: Uint16Array,
  columns: number,
  edges: Edges | undefined,
  emit: Emit,
): void {
  const block = Math.max(16, Math.floor(BLOCK_COUNTS / Math.max(1, columns)));
  const take = new Passage(e, tUs, counts, columns, block, edges, emit);
  for (let frame = 0; frame < tUs.length;) {
    if (looks(e)) take.whole(frame++);
    else frame = take.block(frame, Math.min(frame + block, tUs.length));
  }
  take.edgesBefore(Infinity, tUs.length);
}

/** The first frames after power-up are played in full. */
const looks = (e: Engine): boolean =>
  e.state.engine.discard > 0 || e.image.touch_banks.some((_, i) => touchBankLooks(e, i));

class Passage implements Stretch {
  end = 0;
  private readonly units: Unit[];
  private readonly calendar: Calendar;
  private readonly controlCalendar: Calendar;
  private readonly lookers: Looker[];
  private readonly lookCalendar: Calendar;
  /** Controls that have something to do, and wait for their turn or for the wire. */
  private readonly waits: Uint8Array;
  private waiting = 0;
  private edge = 0;

  constructor(
    private readonly e: Engine,
    readonly tUs: Float64Array,
    readonly counts: Uint16Array,
    readonly columns: number,
    block: number,
    private readonly edges: Edges | undefined,
    private readonly emit: Emit,
  ) {
    this.units = unitsOf(e);
    this.calendar = new Calendar(block + 1, this.units.length);
    this.controlCalendar = new Calendar(block + 1, e.image.controls.length);
    this.lookers = lookersOf(e);
    this.lookCalendar = new Calendar(block + 1, this.lookers.length);
    this.waits = new Uint8Array(e.image.controls.length);
  }

  /** Plays a frame in full. */
  whole(frame: number): void {
    this.edgesBefore(this.tUs[frame], frame);
    this.tell(this.tUs[frame], playFrame(this.e, this.tUs[frame], this.counts, frame * this.columns));
  }

  /** Plays the edges up to a time; the frames before `frame` have been played. @returns whether there were any */
  edgesBefore(untilUs: number, frame: number): boolean {
    const { edges, e } = this;
    if (!edges || this.edge >= edges.tUs.length || edges.tUs[this.edge] > untilUs) return false;
    this.catchUp(frame - 1);
    for (; this.edge < edges.tUs.length && edges.tUs[this.edge] <= untilUs; this.edge++) {
      const tUs = edges.tUs[this.edge];
      this.tell(tUs, playEdge(e, tUs, edges.contact[this.edge], edges.closed[this.edge] !== 0));
    }
    return true;
  }

  /** Plays the frames of a block. @returns the frame after the last that it played */
  block(first: number, end: number): number {
    this.end = end;
    this.waits.fill(1);
    this.waiting = this.waits.length;
    this.units.forEach((_, unit) => this.calendar.put(unit, 0));
    this.lookers.forEach((looker, i) =>
      this.schedule(this.lookCalendar, i, lookOn(looker, this, first), first),
    );
    for (let frame = first; frame < end; frame++) {
      const row = frame - first;
      const all = this.edgesBefore(this.tUs[frame], frame) || this.pausedBefore(frame);
      if (all) this.wakeAll(row, first);
      const busy =
        all ||
        this.calendar.has(row) ||
        this.controlCalendar.has(row) ||
        this.lookCalendar.has(row) ||
        this.mustSweep(frame) ||
        ((this.waiting > 0 || switchedWaits(this.e)) && this.wireIsFreeAt(frame));
      if (busy) this.play(frame, first);
    }
    this.catchUp(end - 1);
    this.clear(first, end);
    return end;
  }

  private play(frame: number, first: number): void {
    const { e, tUs } = this;
    this.catchUp(frame - 1);
    passTime(e, tUs[frame]);
    e.counts = this.counts;
    e.at = frame * this.columns;
    sweepTimers(e);
    if (this.lookCalendar.has(frame - first)) this.look(frame, first);
    playSwitched(e);
    this.playControls(frame, first);
    const row = frame - first;
    for (let unit = this.calendar.take(row); unit >= 0; unit = this.calendar.take(row)) {
      this.units[unit].play();
      this.schedule(this.calendar, unit, this.units[unit].next(frame, this), first);
    }
    this.tell(tUs[frame], e.bytes);
  }

  /** The lanes whose look may end at a frame; what that changes is looked at by all. */
  private look(frame: number, first: number): void {
    const row = frame - first;
    const due: number[] = [];
    for (let i = this.lookCalendar.take(row); i >= 0; i = this.lookCalendar.take(row)) due.push(i);
    let ended = false;
    for (const i of due) ended = playLooker(this.lookers[i], ended) || ended;
    this.wakeAll(row, first);
    for (const i of due) this.schedule(this.lookCalendar, i, lookOn(this.lookers[i], this, frame + 1), first);
  }

  /** As voices/control.ts does, but only those that are awake are looked at. */
  private playControls(frame: number, first: number): void {
    const { e, waits } = this;
    const { engine } = e.state;
    const row = frame - first;
    for (let i = this.controlCalendar.take(row); i >= 0; i = this.controlCalendar.take(row)) this.wait(i);
    if (this.waiting === 0 || !wireIsFree(e)) return;
    for (let n = waits.length, i = engine.turn; n > 0; n--) {
      const index = i;
      i = i + 1 === waits.length ? 0 : i + 1;
      if (waits[index] === 0) continue;
      waits[index] = 0;
      this.waiting--;
      playControl(e, index);
      this.schedule(this.controlCalendar, index, this.nextOfControl(index, frame), first);
      if (wireIsFree(e)) continue;
      engine.turn = i;
      return;
    }
  }

  private nextOfControl(index: number, frame: number): number {
    const state = this.e.state.controls[index];
    const control = this.e.image.controls[index];
    if (state.held !== 0) return firstDue(this, frame, state.since, control.interval_ticks);
    return firstOutside(this, control.column, state, frame + 1);
  }

  private wait(control: number): void {
    if (this.waits[control] === 0) this.waiting++;
    this.waits[control] = 1;
  }

  /** Whether the wire will take another level by then; it has been sent nothing since the last frame that was played. */
  private wireIsFreeAt(frame: number): boolean {
    const { backlog_us, last_us } = this.e.state.engine;
    return backlog_us <= MOST_BACKLOG_US + ((this.tUs[frame] - last_us) >>> 0);
  }

  private schedule(calendar: Calendar, unit: number, frame: number, first: number): void {
    if (frame < this.end) calendar.put(unit, frame - first);
  }

  /** After a pause, and after an edge, every unit looks at the frame. */
  private wakeAll(row: number, first: number): void {
    this.clear(first, this.end);
    this.units.forEach((_, unit) => this.calendar.put(unit, row));
    for (let i = 0; i < this.waits.length; i++) this.wait(i);
  }

  private clear(first: number, end: number): void {
    for (let row = 0; row < end - first; row++) {
      while (this.calendar.take(row) >= 0);
      while (this.controlCalendar.take(row) >= 0);
    }
  }

  /** Whether no frame came for so long that every timer has ended. */
  private pausedBefore(frame: number): boolean {
    const { last_us } = this.e.state.engine;
    const before = frame === 0 ? last_us : this.lastUs(frame);
    return (this.tUs[frame] - before) >>> 0 >= PAUSE_US;
  }

  /** Time of what came before a frame: the frame before it, or an edge since. */
  private lastUs(frame: number): number {
    const before = this.tUs[frame - 1];
    const edge = this.edges && this.edge > 0 ? this.edges.tUs[this.edge - 1] : -Infinity;
    return Math.max(before, edge);
  }

  private mustSweep(frame: number): boolean {
    return ticksSince(this.e.state.engine.swept, ticksAt(this.tUs[frame])) >= SWEEP_TICKS;
  }

  /** Up to a frame that nothing had to play: the wire drains, and an edge after it finds its counts. */
  private catchUp(frame: number): void {
    const { engine } = this.e.state;
    if (frame < 0) return;
    this.e.counts = this.counts;
    this.e.at = frame * this.columns;
    const passedUs = (this.tUs[frame] - engine.last_us) >>> 0;
    // An edge after that frame has been there already.
    if (passedUs >= 2 ** 31) return;
    drain(this.e, passedUs);
    engine.last_us = this.tUs[frame] >>> 0;
  }

  private tell(tUs: number, bytes: number): void {
    if (bytes > 0) this.emit(tUs, this.e.out, bytes);
  }
}
