import type { Role } from '../signal/take';
import { allLaidUs, laidOn } from './laid-on';
import { LanePlayer, type LaneGesture } from './lane-player';
import type { Dynamics } from './stroke-player';

/** From one gesture to the next, and how long each is held, µs: shortest and longest. */
const EVERY_US: [number, number] = [230_000, 380_000];
const HOLD_US: [number, number] = [140_000, 260_000];

/** What is asked for is read first, µs. */
const READS_US = 1_500_000;

/** A seeded player of several lanes that are pressed, or pushed to and fro, one at a time. */
export class LaneHands {
  private readonly player: LanePlayer;
  private gesture: LaneGesture | null = null;
  /** Since when known loads are laid on; null while none are. */
  private loadsFromUs: number | null = null;
  private readonly places: number[];
  private readonly signs: (1 | -1)[];

  /** @param bothSides whether a lane goes both ways in turn @param loads known ones, laid on one lane after another where that is asked for */
  constructor(
    seed: number,
    lanes: number,
    dynamics: Dynamics,
    private readonly bothSides: boolean,
    private readonly loads: readonly number[] = [],
  ) {
    this.player = new LanePlayer(seed, lanes, dynamics, EVERY_US, HOLD_US);
    this.places = new Array<number>(lanes).fill(0);
    this.signs = new Array<1 | -1>(lanes).fill(1);
  }

  ask(role: Role | null, nowUs: number): void {
    this.loadsFromUs = role === 'weights' ? nowUs + READS_US : null;
    this.player.ask(role, nowUs);
  }

  /** Where each lane is wanted at a time. */
  wants(tUs: number): readonly number[] {
    const begins = this.player.begins(tUs);
    if (begins) {
      this.gesture = begins;
      if (this.bothSides) this.signs[begins.lane] = this.signs[begins.lane] === 1 ? -1 : 1;
    }
    this.places.fill(0);
    if (this.loadsFromUs !== null) this.lay(tUs - this.loadsFromUs);
    const { gesture } = this;
    if (gesture && tUs < gesture.startUs + gesture.holdUs)
      this.places[gesture.lane] = this.signs[gesture.lane] * gesture.strength;
    return this.places;
  }

  private lay(sinceUs: number): void {
    const each = allLaidUs(this.loads);
    const lane = Math.floor(sinceUs / each);
    if (sinceUs >= 0 && lane < this.places.length)
      this.places[lane] = laidOn(this.loads, sinceUs - lane * each);
  }
}
