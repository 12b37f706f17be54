import { restStatistics } from '../signal/rest';
import type { Role } from '../signal/take';
import type { GuidedRun, GuideEvent, GuideStep, GuideView } from './guide';
import { stillness } from './stillness';

/** Tells the gestures of one lane from its counts: a strike's crossing, a touch's beginning. */
export interface LaneDetector {
  /** @param counts of the lane's rest, and frames a second */
  learn(counts: readonly number[], rateHz: number): void;
  /** @returns whether a gesture ended, or was decided, at this sample */
  feed(tUs: number, count: number): boolean;
  /** Whether a gesture is going on. */
  readonly busy: boolean;
}

/** How the closings of contacts are counted, and how long it is quiet after the last gesture before a take ends, µs. */
export interface CountsClosings {
  /** Closings of a lane nearer than this are one. */
  debounceUs: number;
  tailUs: number;
}
/** A contact's bounces are one press. */
const PRESSES: CountsClosings = { debounceUs: 60_000, tailUs: 60_000 };
/** Pause between takes, to read the next prompt. */
const PAUSE_US = 1_200_000;
/**
 * Two lanes whose gestures end nearer than this are one slip, µs; two that slip more often than this are not the hand's doing, but feel each
 * other, and count. (Common practice, no source.)
 */
const SLIP_US = 60_000;
const MOST_SLIPS = 2;
/** The first part of a rest take fixes what counts as moving. */
const SETTLE_US = 500_000;

/** A hands-free run over the lanes of a bank, in any order: each lane is ticked off as it is played. */
export class LaneGuide implements GuidedRun {
  private step = 0;
  private recording = false;
  private beganUs = 0;
  private resumeUs: number | null = null;
  private nowUs = 0;
  private lastUs = 0;
  private done: number[];
  /** When a contact of each lane closed last. */
  private readonly pressedUs: number[];
  private restCounts: number[][] = [];
  private limits: { low: number; high: number }[] | null = null;
  private complaint: GuideView['complaint'] = null;
  /** The gesture that was counted last, and how often two lanes slipped together, by their places. */
  private last: { lane: number; tUs: number } | null = null;
  private readonly slips = new Map<string, number>();
  /** Gestures of each lane in a take that was stopped, and is gone on with. */
  private before: { role: Role; done: readonly number[] } | null = null;

  /** @param detectors one a lane; null for a bank of contacts, which is told its edges and knows no rest @param counts how closings count */
  constructor(
    private readonly steps: readonly GuideStep[],
    private readonly lanes: number,
    private readonly rateHz: number,
    private readonly detectors: readonly LaneDetector[] | null,
    private readonly counts: CountsClosings = PRESSES,
  ) {
    if (steps.length === 0) throw new RangeError('LaneGuide: a step or more is required');
    if (detectors && steps[0].gestures !== null)
      throw new RangeError('LaneGuide: a rest step is required first');
    this.done = new Array<number>(lanes).fill(0);
    this.pressedUs = new Array<number>(lanes).fill(-Infinity);
  }

  resume(role: Role, done: readonly number[]): void {
    if (done.length === this.lanes) this.before = { role, done };
  }

  feed(tUs: number, counts: ArrayLike<number>): GuideEvent[] {
    this.nowUs = tUs;
    if (this.step >= this.steps.length) return [];
    this.resumeUs ??= tUs;
    if (!this.recording) {
      const busy = this.listen(tUs, counts, false);
      if (tUs < this.resumeUs || busy) return [];
      this.begin(tUs);
      return [{ is: 'take-begins', role: this.current.role }];
    }
    if (this.current.gestures === null) return this.keepStill(tUs, counts);
    this.listen(tUs, counts, true);
    return this.enough() && tUs - this.lastUs >= this.counts.tailUs ? this.end(tUs) : [];
  }

  edge(tUs: number, lane: number, closed: boolean): GuideEvent[] {
    if (
      this.recording &&
      this.current.gestures !== null &&
      closed &&
      tUs - this.pressedUs[lane] > this.counts.debounceUs
    ) {
      this.pressedUs[lane] = tUs;
      this.tick(lane, tUs);
    }
    return [];
  }

  view(): GuideView {
    const { gestures, seconds, role } = this.current;
    const still = gestures === null;
    const elapsed = Math.min(seconds ?? 0, Math.floor((this.nowUs - this.beganUs) / 1e6));
    const lanes = this.recording ? this.done : this.doneBefore();
    const counted = lanes.reduce((n, d) => n + Math.min(d, gestures ?? 0), 0);
    return {
      step: this.step,
      role,
      done: !still ? counted : this.recording ? elapsed : 0,
      wanted: still ? (seconds ?? 0) : gestures * this.lanes,
      peaks: [],
      lanes: still ? null : [...lanes],
      rest: null,
      complaint: this.complaint,
    };
  }

  private doneBefore(): number[] {
    const { before } = this;
    return before?.role === this.current.role ? [...before.done] : new Array<number>(this.lanes).fill(0);
  }

  private get current(): GuideStep {
    return this.steps[Math.min(this.step, this.steps.length - 1)];
  }

  private begin(tUs: number): void {
    this.recording = true;
    this.beganUs = this.lastUs = tUs;
    this.done = this.doneBefore();
    this.restCounts = Array.from({ length: this.lanes }, () => []);
    this.limits = null;
    this.last = null;
  }

  /** Follows every lane. @returns whether a gesture is going on */
  private listen(tUs: number, counts: ArrayLike<number>, ticks: boolean): boolean {
    let busy = false;
    this.detectors?.forEach((detector, lane) => {
      if (detector.feed(tUs, counts[lane]) && ticks && !this.slipped(lane, tUs)) this.tick(lane, tUs);
      busy ||= detector.busy;
    });
    if (busy) this.lastUs = tUs;
    return busy;
  }

  private tick(lane: number, tUs: number): void {
    this.done[lane]++;
    this.lastUs = tUs;
    this.last = { lane, tUs };
    this.complaint = null;
  }

  /** Whether a gesture was played together with another lane's: neither counts then, and both are asked for again. */
  private slipped(lane: number, tUs: number): boolean {
    const { last } = this;
    if (!last || last.lane === lane || tUs - last.tUs >= SLIP_US) return false;
    const pair = [last.lane, lane].sort((a, b) => a - b).join();
    const slips = (this.slips.get(pair) ?? 0) + 1;
    if (slips > MOST_SLIPS) return false;
    this.slips.set(pair, slips);
    this.done[last.lane]--;
    this.last = null;
    this.lastUs = tUs;
    this.complaint = 'together';
    return true;
  }

  private enough(): boolean {
    return this.done.every((d) => d >= this.current.gestures!);
  }

  private keepStill(tUs: number, counts: ArrayLike<number>): GuideEvent[] {
    const elapsed = tUs - this.beganUs;
    this.restCounts.forEach((list, lane) => list.push(counts[lane]));
    if (!this.limits && elapsed >= SETTLE_US) this.limits = this.restCounts.map(stillness);
    if (this.limits?.some(({ low, high }, lane) => counts[lane] < low || counts[lane] > high)) {
      this.complaint = 'moved';
      this.recording = false;
      this.resumeUs = tUs + SETTLE_US;
      return [{ is: 'take-dropped' }];
    }
    if (elapsed < this.current.seconds! * 1e6) return [];
    this.complaint = null;
    this.detectors?.forEach((detector, lane) => detector.learn(this.restCounts[lane], this.rateHz));
    return this.end(tUs);
  }

  private end(tUs: number): GuideEvent[] {
    const { role } = this.current;
    this.recording = false;
    this.resumeUs = tUs + PAUSE_US;
    this.step++;
    return this.step < this.steps.length
      ? [{ is: 'take-ends', role }]
      : [{ is: 'take-ends', role }, { is: 'finished' }];
  }
}

/** Rest and noise of a lane, counts. */
export const restOfLane = (counts: readonly number[], rateHz: number): { rest: number; noise: number } =>
  restStatistics(counts, rateHz);
