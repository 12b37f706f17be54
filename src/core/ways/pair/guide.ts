import type { Role } from '../../signal/take';
import type { GuidedRun, GuideEvent, GuideStep, GuideView } from '../../guide/guide';
import { LaneGuide } from '../../guide/lane-guide';

/** A key that has come up again may bounce for so long, and a take ends so long after its last stroke, µs. */
const COUNTS = { debounceUs: 25_000, tailUs: 150_000 };
/** What leaves its rest and is back so soon bounces, µs. */
const LEAST_US = 10_000;

/** A key whose contacts are back at rest, after one of them had left it: a stroke is over. */
class KeyState {
  /** Whether each contact was closed before its first change; null before there was one. */
  private readonly rests: (boolean | null)[] = [null, null];
  private readonly left = [false, false];
  private beganUs = -Infinity;

  /** @returns whether a stroke is over */
  edge(tUs: number, contact: number, closed: boolean): boolean {
    this.rests[contact] ??= !closed;
    const left = closed !== this.rests[contact];
    if (left === this.left[contact]) return false;
    if (left && !this.left.includes(true) && tUs - this.beganUs > LEAST_US) this.beganUs = tUs;
    this.left[contact] = left;
    return !this.left.includes(true) && tUs - this.beganUs > LEAST_US;
  }
}

/** A hands-free run over keys: each stroke counts once its key is up again, by whichever of its contacts, so that a dead one stops nobody. */
export class PairGuide implements GuidedRun {
  private readonly run: LaneGuide;
  private readonly keys: KeyState[];

  constructor(steps: readonly GuideStep[], lanes: number, rateHz: number) {
    this.run = new LaneGuide(steps, lanes, rateHz, null, COUNTS);
    this.keys = Array.from({ length: lanes }, () => new KeyState());
  }

  feed(tUs: number, counts: ArrayLike<number>): GuideEvent[] {
    return this.run.feed(tUs, counts);
  }

  edge(tUs: number, lane: number, closed: boolean, contact: number): GuideEvent[] {
    return this.keys[lane].edge(tUs, contact, closed) ? this.run.edge(tUs, lane, true) : [];
  }

  view(): GuideView {
    return this.run.view();
  }

  resume(role: Role, done: readonly number[]): void {
    this.run.resume(role, done);
  }
}
