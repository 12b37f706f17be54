import type { GuidedRun, GuideEvent, GuideStep, GuideView, KnownRest } from '../../../guide/guide';
import { restStatistics } from '../../../signal/rest';
import { loadedAlone } from './loaded-alone';

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
const CREEP = 0.04;
/** A load is another one so far from the last, and from rest: σ, or counts. */
const APART_SIGMAS = 12;
const APART_COUNTS = 12;

type Rest = Pick<KnownRest, 'rest' | 'noise'>;

/** A hands-free take of known loads, on one lane after another where there are several: each counts once it lies still somewhere else. */
export class LoadGuide implements GuidedRun {
  private recording = false;
  private over = false;
  private resumeUs: number | null = null;
  private lastUs = 0;
  private movedUs = -Infinity;
  /** Null until rest is known. */
  private lanes: LoadedLane[] | null = null;
  private readonly pause: number[][];
  /** The lane that was loaded last. */
  private turn = 0;

  /** @param known rest of its only lane; where it is not known it is told from the pause before the take */
  constructor(
    private readonly step: GuideStep,
    known: KnownRest | null,
    private readonly rateHz: number,
    lanes = 1,
  ) {
    this.pause = Array.from({ length: lanes }, () => []);
    if (known && lanes === 1) this.lanes = [new LoadedLane(known)];
  }

  edge(): GuideEvent[] {
    return [];
  }

  feed(tUs: number, counts: ArrayLike<number>): GuideEvent[] {
    if (this.over) return [];
    this.resumeUs ??= tUs + PAUSE_US;
    const began = !this.recording && tUs >= this.resumeUs;
    this.recording ||= began;
    if (!this.recording) this.pause.forEach((own, lane) => own.push(counts[lane]));
    if (began) this.lanes ??= this.pause.map((own) => new LoadedLane(restOf(own, this.rateHz)));
    this.follow(tUs, counts);
    if (began) return [{ is: 'take-begins', role: this.step.role }];
    const wanted = this.step.gestures!;
    if (!this.lanes?.every(({ done }) => done >= wanted) || tUs - this.movedUs < STILL_US + TAIL_US)
      return [];
    this.over = true;
    return [{ is: 'take-ends', role: this.step.role }, { is: 'finished' }];
  }

  view(): GuideView {
    const each = this.step.gestures!;
    const done = this.pause.map((_, lane) => Math.min(each, this.lanes?.[lane].done ?? 0));
    const undone = done.findIndex((n) => n < each);
    return {
      step: 0,
      role: this.step.role,
      done: done.reduce((sum, n) => sum + n, 0),
      wanted: each * done.length,
      peaks: [],
      lanes: done.length > 1 ? done : null,
      turn: done[this.turn] < each ? this.turn : Math.max(0, undone),
      rest: this.lanes?.length === 1 ? this.lanes[0].known.rest : null,
      complaint: null,
    };
  }

  private follow(tUs: number, counts: ArrayLike<number>): void {
    const { lanes } = this;
    const by = tUs - this.lastUs;
    this.lastUs = tUs;
    if (!lanes) return;
    const distances = lanes.map(({ known }, i) => Math.abs(counts[i] - known.rest));
    lanes.forEach((lane, i) => {
      const before = lane.done;
      const count = loadedAlone(distances, i) ? counts[i] : lane.known.rest;
      if (lane.follow(tUs, by, count, this.recording)) this.movedUs = tUs;
      if (lane.done > before) this.turn = i;
    });
  }
}

/** Of the counts of a pause. */
const restOf = (counts: readonly number[], rateHz: number): Rest =>
  counts.length > 1 ? restStatistics(counts, rateHz) : { rest: counts[0] ?? 0, noise: 1 };

/** One lane of such a take. */
class LoadedLane {
  done = 0;
  private smooth = NaN;
  private anchor = NaN;
  private movedUs = -Infinity;
  private stood: number;

  constructor(readonly known: Rest) {
    this.stood = known.rest;
  }

  /** @param byUs since the frame before @param counts whether what lies still counts @returns whether it moves */
  follow(tUs: number, byUs: number, count: number, counts: boolean): boolean {
    const { noise, rest } = this.known;
    const follows = Number.isNaN(this.smooth) ? 1 : 1 - Math.exp(-byUs / SMOOTH_US);
    this.smooth = follows === 1 ? count : this.smooth + (count - this.smooth) * follows;
    const away = Math.abs(this.smooth - rest);
    if (
      !(Math.abs(this.smooth - this.anchor) <= Math.max(MOVING_COUNTS, MOVING_SIGMAS * noise, CREEP * away))
    ) {
      this.anchor = this.smooth;
      this.movedUs = tUs;
      return true;
    }
    if (!counts || tUs - this.movedUs < STILL_US) return false;
    const apart = Math.max(APART_COUNTS, APART_SIGMAS * noise);
    if (Math.abs(this.anchor - this.stood) < apart) return false;
    this.stood = this.anchor;
    if (Math.abs(this.anchor - rest) >= apart) this.done++;
    return false;
  }
}
