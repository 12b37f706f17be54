import { stillness } from '../../guide/stillness';
import { restStatistics } from '../../signal/rest';
import {
  detect,
  detectorSettings,
  startDetector,
  type Detector,
  type Gesture,
} from '../../calibrate/gesture-detector';
import type { GuidedRun, GuideEvent, GuideStep, GuideView, KnownRest } from '../../guide/guide';

/** Quiet after the last gesture of a take, before it ends; a further gesture ends it at once. */
const TAIL_US = 200_000;
/** Pause between takes, to read the next prompt. */
const PAUSE_US = 1_200_000;
/** Rest of this length must come before a take of gestures begins, so that none is cut in two. */
const QUIET_US = 100_000;
/** The first part of a rest take fixes what counts as moving. */
const SETTLE_US = 500_000;

/** A hands-free run of a level. */
export class LevelGuide implements GuidedRun {
  private step = 0;
  private recording = false;
  private beganUs = 0;
  private resumeUs: number | null = null;
  private readonly restCounts: number[] = [];
  private known: KnownRest | null = null;
  private detector: Detector | null = null;
  private gestures: Gesture[] = [];
  private complaint: GuideView['complaint'] = null;
  private limits: { low: number; high: number } | null = null;
  private quietSinceUs = 0;
  private nowUs = 0;

  /**
   * @param known rest of an earlier take, where the run does not begin with one
   * @throws RangeError when the first step needs a rest that is not known
   */
  constructor(
    private readonly steps: readonly GuideStep[],
    private readonly rateHz: number,
    known: KnownRest | null = null,
  ) {
    if (steps.length === 0 || (steps[0].role !== 'rest' && !known))
      throw new RangeError('LevelGuide: a rest step or a known rest is required first');
    this.known = known;
  }

  edge(): GuideEvent[] {
    return [];
  }

  feed(tUs: number, counts: ArrayLike<number>): GuideEvent[] {
    const count = counts[0];
    this.nowUs = tUs;
    if (this.step >= this.steps.length) return [];
    if (this.resumeUs === null) this.resumeUs = tUs;
    if (!this.recording) {
      if (!this.ready(tUs, count)) return [];
      this.begin(tUs);
      return [{ is: 'take-begins', role: this.current.role }, ...this.play(tUs, count)];
    }
    return this.play(tUs, count);
  }

  view(): GuideView {
    const { current } = this;
    const seconds = Math.min(current.seconds ?? 0, Math.floor((this.nowUs - this.beganUs) / 1e6));
    return {
      step: this.step,
      role: current.role,
      done: !this.recording ? 0 : current.gestures === null ? seconds : this.gestures.length,
      wanted: current.gestures ?? current.seconds ?? 0,
      peaks: this.gestures.map((g) => ({ tUs: g.peakUs, count: g.peak })),
      lanes: null,
      rest: this.known?.rest ?? null,
      complaint: this.complaint,
    };
  }

  /** Whether the next take may begin: the pause is over and, where rest is known, nobody is in the middle of a gesture. */
  private ready(tUs: number, count: number): boolean {
    const { detector } = this;
    if (detector) detect(detector, tUs, count);
    const idle =
      !detector || this.current.role === 'rest' || (!detector.open && tUs - detector.outsideUs > QUIET_US);
    return idle && tUs >= this.resumeUs!;
  }

  private get current(): GuideStep {
    return this.steps[Math.min(this.step, this.steps.length - 1)];
  }

  private begin(tUs: number): void {
    this.recording = true;
    this.beganUs = tUs;
    this.gestures = [];
    this.restCounts.length = 0;
    this.limits = null;
    this.quietSinceUs = tUs;
    if (this.current.role !== 'rest' && this.known) {
      const { rest, noise, lag1 } = this.known;
      this.detector = startDetector(detectorSettings(this.detector?.rest ?? rest, noise, this.rateHz, lag1));
    }
  }

  private play(tUs: number, count: number): GuideEvent[] {
    return this.current.gestures === null ? this.playStill(tUs, count) : this.playGestures(tUs, count);
  }

  private playStill(tUs: number, count: number): GuideEvent[] {
    this.restCounts.push(count);
    const elapsed = tUs - this.beganUs;
    if (!this.limits && elapsed >= SETTLE_US) this.limits = stillness(this.restCounts);
    if (this.limits && (count < this.limits.low || count > this.limits.high)) {
      this.complaint = 'moved';
      this.recording = false;
      this.resumeUs = tUs + SETTLE_US;
      return [{ is: 'take-dropped' }];
    }
    if (elapsed < this.current.seconds! * 1e6) return [];
    this.complaint = null;
    const { rest, noise, lag1 } = restStatistics(this.restCounts, this.rateHz);
    this.known = { rest, noise, lag1 };
    return this.end(tUs);
  }

  private playGestures(tUs: number, count: number): GuideEvent[] {
    const detector = this.detector!;
    const enough = this.gestures.length >= this.current.gestures!;
    const gesture = detect(detector, tUs, count);
    if (gesture && !enough) {
      this.gestures.push(gesture);
      this.quietSinceUs = tUs;
    }
    const over = enough && (detector.open !== null || tUs - this.quietSinceUs >= TAIL_US);
    return over ? this.end(tUs) : [];
  }

  private end(tUs: number): GuideEvent[] {
    const { role } = this.current;
    this.recording = false;
    this.resumeUs = tUs + PAUSE_US;
    this.gestures = [];
    this.step++;
    return this.step < this.steps.length
      ? [{ is: 'take-ends', role }]
      : [{ is: 'take-ends', role }, { is: 'finished' }];
  }
}
