import type { GuidedRun, GuideEvent, GuideStep, GuideView, KnownRest } from '../../../guide/guide';

/** Pause before the take, to read the first prompt, and quiet after the last load, µs. */
const PAUSE_US = 1_200_000;
const TAIL_US = 300_000;
/** It lies still once it has not moved for so long, µs. */
const STILL_US = 600_000;
/** Noise is smoothed over so long, µs. */
const SMOOTH_US = 30_000;
/** It moves while it goes further than this from where it was: σ, counts, or share of its way from rest, by which it may creep. */
const MOVING_SIGMAS = 3;
const MOVING_COUNTS = 4;
const CREEP = 0.02;
/** A load is another one so far from the last, and from rest: σ, or counts. */
const APART_SIGMAS = 12;
const APART_COUNTS = 12;

/** A hands-free take of known loads: each counts once it lies still somewhere else. */
export class LoadGuide implements GuidedRun {
  private recording = false;
  private over = false;
  private resumeUs: number | null = null;
  private smooth = NaN;
  private lastUs = 0;
  private anchor = NaN;
  private movedUs = -Infinity;
  private stood: number;
  private done = 0;

  constructor(
    private readonly step: GuideStep,
    private readonly known: KnownRest,
  ) {
    this.stood = known.rest;
  }

  edge(): GuideEvent[] {
    return [];
  }

  feed(tUs: number, counts: ArrayLike<number>): GuideEvent[] {
    if (this.over) return [];
    this.resumeUs ??= tUs + PAUSE_US;
    const began = !this.recording && tUs >= this.resumeUs;
    this.recording ||= began;
    this.follow(tUs, counts[0]);
    if (began) return [{ is: 'take-begins', role: this.step.role }];
    if (this.done < this.step.gestures! || tUs - this.movedUs < STILL_US + TAIL_US) return [];
    this.over = true;
    return [{ is: 'take-ends', role: this.step.role }, { is: 'finished' }];
  }

  view(): GuideView {
    return {
      step: 0,
      role: this.step.role,
      done: this.done,
      wanted: this.step.gestures!,
      peaks: [],
      lanes: null,
      rest: this.known.rest,
      complaint: null,
    };
  }

  private follow(tUs: number, count: number): void {
    const { noise, rest } = this.known;
    const follows = Number.isNaN(this.smooth) ? 1 : 1 - Math.exp(-(tUs - this.lastUs) / SMOOTH_US);
    this.lastUs = tUs;
    this.smooth = follows === 1 ? count : this.smooth + (count - this.smooth) * follows;
    const away = Math.abs(this.smooth - rest);
    if (
      !(Math.abs(this.smooth - this.anchor) <= Math.max(MOVING_COUNTS, MOVING_SIGMAS * noise, CREEP * away))
    ) {
      this.anchor = this.smooth;
      this.movedUs = tUs;
      return;
    }
    if (!this.recording || tUs - this.movedUs < STILL_US) return;
    const apart = Math.max(APART_COUNTS, APART_SIGMAS * noise);
    if (Math.abs(this.anchor - this.stood) < apart) return;
    this.stood = this.anchor;
    if (Math.abs(this.anchor - rest) >= apart) this.done++;
  }
}
