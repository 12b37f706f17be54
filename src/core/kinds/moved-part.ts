import type { Board } from '../instrument/board';
import type { Sensor } from '../instrument/sensor';
import { random, type Random } from '../signal/random';
import type { Role } from '../signal/take';
import { clamped, NO_EDGES, type Simulation } from './simulation';
import { StrokePlayer, type Dynamics } from './stroke-player';
import { SweepPlayer } from './sweep-player';

/** Physics of a part that is moved, pressed or touched. */
export interface MovedPart {
  /**
   * What its converter reads, share of the supply.
   * @param place of a comfortable most: 0 … 1, or −1 … 1 where it goes both ways
   * @param touched whether a hand is on it
   */
  reads(place: number, touched: boolean, lane: number): number;
  /** Whether it stays where it was put. */
  stays: boolean;
  /** Noise, σ, share of the supply; it follows the hand with this time constant, µs. */
  noise: number;
  followsUs: number;
  /** How its roles are played, where it is measured by them; one lane then. */
  dynamics?: Dynamics;
  bothSides?: boolean;
}

/** A moved part at a board, with the hand that moves it. */
export class SimulatedPart implements Simulation {
  readonly edges = NO_EDGES;
  private readonly r: Random;
  private readonly player: StrokePlayer | null;
  private readonly sweeper: SweepPlayer | null;
  /** Whether the sweeper has it, and no hand. */
  private swept = false;
  private readonly lanes: { place: number; wanted: number; touched: boolean }[];

  constructor(
    sensor: Sensor,
    private readonly board: Board,
    seed: number,
    private readonly part: MovedPart,
  ) {
    this.r = random(seed);
    const { dynamics, bothSides } = part;
    this.player = dynamics ? new StrokePlayer(seed + 1, dynamics, bothSides ?? false) : null;
    this.sweeper = part.stays ? new SweepPlayer(seed + 1, sensor.lanes.length) : null;
    this.lanes = sensor.lanes.map(() => ({ place: 0, wanted: 0, touched: false }));
  }

  ask(role: Role | null, nowUs: number): void {
    this.player?.ask(role, nowUs);
    this.sweeper?.ask(role, nowUs);
    this.swept = role !== null;
  }

  hand(lane: number, strength: number | null): void {
    const own = this.lanes[lane];
    if (!own) return;
    this.swept = false;
    own.touched = strength !== null;
    if (strength !== null) own.wanted = this.part.bothSides ? strength : Math.abs(strength);
    else if (!this.part.stays) own.wanted = 0;
    this.player?.press(strength === null ? null : own.wanted);
  }

  frame(tUs: number, counts: Uint16Array | number[], at: number): void {
    const { bits, scanHz } = this.board;
    const { part } = this;
    const follows = 1 - Math.exp(-1e6 / scanHz / part.followsUs);
    const swept = this.swept ? this.sweeper?.wants(tUs) : undefined;
    this.lanes.forEach((lane, i) => {
      if (swept) lane.wanted = swept[i];
      const wanted = this.player ? this.player.wants(tUs) : lane.wanted;
      lane.place += (wanted - lane.place) * follows;
      const share = part.reads(lane.place, lane.touched || wanted !== 0, i) + part.noise * this.r.gauss();
      counts[at + i] = clamped(2 ** bits * share, bits);
    });
  }
}
