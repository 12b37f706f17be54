import type { Sensor } from '../../instrument/sensor';
import { random } from '../../signal/random';
import type { Role } from '../../signal/take';
import { ContactQueue } from '../contact-queue';
import { LanePlayer } from '../lane-player';
import type { Simulation } from '../simulation';

const DYNAMICS = { medium: { strength: 1, spread: 0 } };

/** Switches, normally open, that bounce. */
export class SimulatedSwitches implements Simulation {
  private readonly player: LanePlayer;
  private readonly queue: ContactQueue;
  private readonly closed: boolean[];
  private nowUs = 0;

  constructor(sensor: Sensor, seed: number) {
    this.queue = new ContactQueue(random(seed));
    this.closed = sensor.lanes.map(() => false);
    this.player = new LanePlayer(
      seed + 1,
      sensor.lanes.length,
      DYNAMICS,
      [350_000, 500_000],
      [180_000, 300_000],
    );
  }

  ask(role: Role | null, nowUs: number): void {
    this.player.ask(role, nowUs);
  }

  hand(lane: number, strength: number | null): void {
    const closed = Math.abs(strength ?? 0) > 0;
    if (this.closed[lane] !== closed) this.change(lane, closed, this.nowUs);
  }

  frame(tUs: number): void {
    this.nowUs = tUs;
    const gesture = this.player.begins(tUs);
    if (!gesture) return;
    this.change(gesture.lane, true, tUs);
    this.change(gesture.lane, false, tUs + gesture.holdUs);
  }

  edges(untilUs: number) {
    return this.queue.due(untilUs);
  }

  private change(lane: number, closed: boolean, tUs: number): void {
    this.closed[lane] = closed;
    this.queue.change(lane, closed, tUs);
  }
}
