import type { Sensor } from '../../instrument/sensor';
import { random, type Random } from '../../signal/random';
import type { Role } from '../../signal/take';
import { LanePlayer } from '../lane-player';
import type { LaneEdge, Simulation } from '../simulation';

/** A contact bounces up to so many times, each within so long, µs. */
const MOST_BOUNCES = 3;
const LONGEST_BOUNCE_US = 1_500;

const DYNAMICS = { medium: { strength: 1, spread: 0 } };

/** Switches, normally open, that bounce. */
export class SimulatedSwitches implements Simulation {
  private readonly player: LanePlayer;
  private readonly r: Random;
  private readonly closed: boolean[];
  private waiting: LaneEdge[] = [];
  private nowUs = 0;

  constructor(sensor: Sensor, seed: number) {
    this.r = random(seed);
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

  edges(untilUs: number): LaneEdge[] {
    const due = this.waiting.filter((e) => e.tUs <= untilUs);
    this.waiting = this.waiting.filter((e) => e.tUs > untilUs);
    return due;
  }

  private change(lane: number, closed: boolean, tUs: number): void {
    this.closed[lane] = closed;
    let at = tUs;
    const edge = (state: boolean) => this.waiting.push({ tUs: Math.round(at), lane, closed: state });
    for (let n = this.r.whole(0, MOST_BOUNCES); n > 0; n--) {
      edge(closed);
      at += this.r.between(50, LONGEST_BOUNCE_US / 2);
      edge(!closed);
      at += this.r.between(50, LONGEST_BOUNCE_US / 2);
    }
    edge(closed);
    this.waiting.sort((a, b) => a.tUs - b.tUs);
  }
}
