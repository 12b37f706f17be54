import type { Sensor } from '../../instrument/sensor';
import { random, type Random } from '../../signal/random';
import type { Role } from '../../signal/take';
import { ContactQueue } from '../contact-queue';
import { factsOf } from '../facts';
import { LanePlayer } from '../lane-player';
import { partsSeed, type Simulation } from '../simulation';
import type { Dynamics } from '../stroke-player';

const DYNAMICS: Dynamics = {
  soft: { strength: 0.16, spread: 0.05 },
  medium: { strength: 0.5, spread: 0.05 },
  loud: { strength: 0.86, spread: 0.04 },
};
/** Keys differ by so much (σ of the logarithm of their time); a key comes up as fast as one of this strength. (Invented.) */
const UNLIKE = 0.09;
const COMES_UP = 0.4;
/** Contacts change so long apart at least, µs: a key that is let go at once is still on its way. */
const APART_US = 1_500;

/** Keys that close two contacts one after the other, and open them the other way round. */
export class SimulatedKeys implements Simulation {
  private readonly r: Random;
  private readonly queue: ContactQueue;
  private readonly player: LanePlayer;
  /** Whether each is down, when its last change is over, and its own times against the others'. */
  private readonly keys: { down: boolean; doneUs: number; factor: number }[];
  private nowUs = 0;

  constructor(
    private readonly sensor: Sensor,
    seed: number,
  ) {
    this.r = random(seed);
    this.queue = new ContactQueue(random(seed + 1));
    const parts = random(partsSeed(sensor));
    this.keys = sensor.lanes.map(() => ({
      ...{ down: false, doneUs: 0 },
      factor: Math.exp(UNLIKE * parts.gauss()),
    }));
    this.player = new LanePlayer(
      seed + 2,
      sensor.lanes.length,
      DYNAMICS,
      [220_000, 380_000],
      [150_000, 260_000],
    );
  }

  ask(role: Role | null, nowUs: number): void {
    this.player.ask(role, nowUs);
  }

  hand(lane: number, strength: number | null): void {
    if (this.keys[lane].down !== (strength !== null)) this.move(lane, strength, this.nowUs);
  }

  frame(tUs: number): void {
    this.nowUs = tUs;
    const gesture = this.player.begins(tUs);
    if (!gesture) return;
    this.move(gesture.lane, gesture.strength, tUs);
    this.move(gesture.lane, null, tUs + gesture.holdUs);
  }

  edges(untilUs: number) {
    return this.queue.due(untilUs);
  }

  /** Down with a strength, or up. */
  private move(lane: number, strength: number | null, tUs: number): void {
    const key = this.keys[lane];
    const down = strength !== null;
    const between =
      1000 * key.factor * this.betweenMs(Math.abs(strength ?? COMES_UP)) * this.r.between(0.97, 1.03);
    const [first, other] = down ? [2 * lane, 2 * lane + 1] : [2 * lane + 1, 2 * lane];
    const at = Math.max(tUs, key.doneUs + APART_US);
    this.queue.change(first, down, at);
    this.queue.change(other, down, at + between);
    key.down = down;
    key.doneUs = at + between;
  }

  /** A stroke of this strength, 0 … 1, takes so long: even steps of strength are even ratios of time. */
  private betweenMs(strength: number): number {
    const { fastMs, slowMs } = factsOf(this.sensor);
    return slowMs * (fastMs / slowMs) ** Math.min(1, strength);
  }
}
