import { random, type Random } from '../signal/random';
import type { Role } from '../signal/take';
import type { Dynamics } from './stroke-player';

/** A gesture on one lane. */
export interface LaneGesture {
  lane: number;
  startUs: number;
  /** How long it is held, µs. */
  holdUs: number;
  strength: number;
}

/** A seeded player of a bank: goes over its lanes in an order of its own, again and again, one at a time. */
export class LanePlayer {
  private readonly r: Random;
  private role: Role | null = null;
  private order: number[] = [];
  private nextUs = 0;

  /** @param everyUs from one gesture to the next, shortest and longest @param holdUs likewise how long each is held */
  constructor(
    seed: number,
    private readonly lanes: number,
    private readonly dynamics: Dynamics,
    private readonly everyUs: [number, number],
    private readonly holdUs: [number, number],
  ) {
    this.r = random(seed);
  }

  ask(role: Role | null, nowUs: number): void {
    this.role = role;
    this.order = [];
    this.nextUs = nowUs + 1_500_000;
  }

  /** The gesture that begins at or before a time, once; null where none does. */
  begins(tUs: number): LaneGesture | null {
    const dynamics = this.role && this.dynamics[this.role];
    if (!dynamics || tUs < this.nextUs) return null;
    if (this.order.length === 0) this.order = shuffled(this.lanes, this.r);
    const { strength, spread } = dynamics;
    const gesture = {
      lane: this.order.pop()!,
      startUs: tUs,
      holdUs: this.r.between(...this.holdUs),
      strength: Math.max(strength / 2, strength + spread * this.r.gauss()),
    };
    this.nextUs = tUs + gesture.holdUs + this.r.between(...this.everyUs);
    return gesture;
  }
}

function shuffled(n: number, r: Random): number[] {
  const order = Array.from({ length: n }, (_, i) => i);
  for (let i = n - 1; i > 0; i--) {
    const k = r.whole(0, i);
    [order[i], order[k]] = [order[k], order[i]];
  }
  return order;
}
