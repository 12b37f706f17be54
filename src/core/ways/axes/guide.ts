import type { GuidedRun, GuideEvent, GuideStep, GuideView } from '../../guide/guide';
import { apart, HeldStill } from './held-still';

/** Sides lie this far apart at least: share of the furthest two, and counts. (Two that are neighbours lie 1.4 g apart, opposite ones 2 g.) */
const SIDE_SHARE = 0.35;
const LEAST_COUNTS = 24;
/** A tilt goes this far from how it was held, and comes back within half of it: g. (Common practice, no source.) */
const TILT_G = 0.3;
/** Pause between takes, to read the next prompt; and quiet after the last tilt, µs. */
const PAUSE_US = 1_200_000;
const TAIL_US = 400_000;

/** A hands-free run of what is tilted: held still on six sides in any order, then played. */
export class TiltGuide implements GuidedRun {
  private step = 0;
  private recording = false;
  private nowUs = 0;
  private resumeUs: number | null = null;
  private still = new HeldStill();
  /** Where it was held still, one a side. */
  private sides: number[][] = [];
  /** As it is held before it is tilted. */
  private home: number[] | null = null;
  private out = false;
  private backUs = 0;
  private done = 0;

  constructor(private readonly steps: readonly GuideStep[]) {
    if (steps.length === 0) throw new RangeError('TiltGuide: a step or more is required');
  }

  feed(tUs: number, counts: ArrayLike<number>): GuideEvent[] {
    this.nowUs = tUs;
    if (this.step >= this.steps.length) return [];
    this.resumeUs ??= tUs;
    this.still.add(tUs, counts);
    const { role, gestures } = this.steps[this.step];
    if (!this.recording) return this.begin(tUs, role);
    if (role === 'sides') this.lie();
    else this.tilt(tUs, counts);
    return this.done >= gestures! && tUs - this.backUs >= TAIL_US ? this.end(role) : [];
  }

  edge(): GuideEvent[] {
    return [];
  }

  view(): GuideView {
    const { role, gestures } = this.steps[Math.min(this.step, this.steps.length - 1)];
    return {
      ...{ step: this.step, role, done: this.recording ? this.done : 0, wanted: gestures! },
      ...{ peaks: [], lanes: null, rest: null, complaint: null },
    };
  }

  /** A take of tilting begins once it is held as it is played. */
  private begin(tUs: number, role: GuideStep['role']): GuideEvent[] {
    if (tUs < this.resumeUs!) return [];
    if (role !== 'sides') {
      const { current } = this.still;
      if (!current) return [];
      this.home = current.levels;
    }
    this.recording = true;
    this.done = 0;
    this.out = false;
    this.still = new HeldStill();
    return [{ is: 'take-begins', role }];
  }

  private lie(): void {
    const { current } = this.still;
    if (!current) return;
    const least = Math.max(LEAST_COUNTS, SIDE_SHARE * furthest(this.sides));
    if (this.sides.some((side) => apart(side, current.levels) < least)) return;
    this.sides.push(current.levels);
    this.done = this.sides.length;
    this.backUs = this.nowUs;
  }

  private tilt(tUs: number, counts: ArrayLike<number>): void {
    const far = Math.max(LEAST_COUNTS, (TILT_G * furthest(this.sides)) / 2);
    const from = apart(this.home!, counts);
    if (!this.out && from > far) this.out = true;
    else if (this.out && from < far / 2) {
      this.out = false;
      this.done++;
      this.backUs = tUs;
    }
    if (this.out) this.backUs = tUs;
  }

  private end(role: GuideStep['role']): GuideEvent[] {
    this.recording = false;
    this.step++;
    this.resumeUs = this.nowUs + PAUSE_US;
    this.still = new HeldStill();
    const ended: GuideEvent = { is: 'take-ends', role };
    return this.step < this.steps.length ? [ended] : [ended, { is: 'finished' }];
  }
}

/** The furthest two of them lie apart: two g, once two opposite sides are among them. */
const furthest = (sides: readonly number[][]): number =>
  sides.reduce((most, a) => sides.reduce((own, b) => Math.max(own, apart(a, b)), most), 0);
