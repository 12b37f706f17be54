import { random, type Random } from '../signal/random';
import type { Role } from '../signal/take';

/** Time of a movement to an end, and for which it is left there, µs: shortest and longest. */
const MOVE_US: [number, number] = [350_000, 700_000];
const STAY_US: [number, number] = [550_000, 900_000];

/** A seeded player of what stays where it is left: asked for a sweep, lane after lane goes to one end and to the other. */
export class SweepPlayer {
  private readonly r: Random;
  private readonly places: number[];
  private lane = 0;
  private moves: { from: number; to: number; startUs: number; moveUs: number; stayUs: number } | null = null;
  private sweeps = false;
  private waitUntilUs = 0;

  constructor(
    seed: number,
    private readonly lanes: number,
  ) {
    this.r = random(seed);
    this.places = new Array<number>(lanes).fill(0);
  }

  ask(role: Role | null, nowUs: number): void {
    this.sweeps = role === 'sweep';
    this.moves = null;
    this.lane = 0;
    this.waitUntilUs = nowUs + 1_500_000;
  }

  /** Where each lane is wanted at a time, 0 … 1. */
  wants(tUs: number): readonly number[] {
    if (!this.sweeps || tUs < this.waitUntilUs) return this.places;
    if (!this.moves || tUs >= this.moves.startUs + this.moves.moveUs + this.moves.stayUs) this.next(tUs);
    const { from, to, startUs, moveUs } = this.moves!;
    const done = Math.min(1, (tUs - startUs) / moveUs);
    this.places[this.lane] = from + (to - from) * (0.5 - 0.5 * Math.cos(Math.PI * done));
    return this.places;
  }

  private next(startUs: number): void {
    // Up and down again, then the next lane.
    if (this.moves && this.places[this.lane] < 0.5) this.lane = (this.lane + 1) % this.lanes;
    const from = this.places[this.lane];
    const to = from < 0.5 ? 1 : 0;
    this.moves = {
      from,
      to,
      startUs,
      moveUs: this.r.between(...MOVE_US),
      stayUs: this.r.between(...STAY_US),
    };
  }
}
