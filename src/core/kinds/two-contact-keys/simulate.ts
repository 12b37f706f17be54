import type { Sensor } from '../../instrument/sensor';
import { random, type Random } from '../../signal/random';
import { ContactQueue } from '../contact-queue';
import { factsOf } from '../facts';
import type { Simulation } from '../simulation';

/** Keys that close two contacts one after the other, and open them the other way round. */
export class SimulatedKeys implements Simulation {
  private readonly r: Random;
  private readonly queue: ContactQueue;
  private readonly down: boolean[];
  private nowUs = 0;

  constructor(
    private readonly sensor: Sensor,
    seed: number,
  ) {
    this.r = random(seed);
    this.queue = new ContactQueue(random(seed + 1));
    this.down = sensor.lanes.map(() => false);
  }

  /** Not guided yet. */
  ask(): void {}

  hand(lane: number, strength: number | null): void {
    const down = strength !== null;
    if (this.down[lane] === down) return;
    this.down[lane] = down;
    const between = 1000 * this.betweenMs(Math.abs(strength ?? 0.4)) * this.r.between(0.97, 1.03);
    const [first, other] = down ? [2 * lane, 2 * lane + 1] : [2 * lane + 1, 2 * lane];
    this.queue.change(first, down, this.nowUs);
    this.queue.change(other, down, this.nowUs + between);
  }

  frame(tUs: number): void {
    this.nowUs = tUs;
  }

  edges(untilUs: number) {
    return this.queue.due(untilUs);
  }

  /** A stroke of this strength, 0 … 1, takes so long: even steps of strength are even ratios of time. */
  private betweenMs(strength: number): number {
    const { fastMs, slowMs } = factsOf(this.sensor);
    return slowMs * (fastMs / slowMs) ** Math.min(1, strength);
  }
}
