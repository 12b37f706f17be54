import type { Board } from '../instrument/board';
import type { Sensor } from '../instrument/sensor';
import { random, type Random } from '../signal/random';
import type { Role } from '../signal/take';
import { clamped, NO_EDGES, type Simulation } from './simulation';
import { StrokePlayer, type Dynamics } from './stroke-player';
import { LaneHands } from './lane-hands';
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
  /** How its roles are played, where it is measured by them. */
  dynamics?: Dynamics;
  bothSides?: boolean;
  /** Known loads, shares of a comfortable most, where they are asked for. */
  loads?: readonly number[];
  /** How far it gives under a hand that stays, share of where it is moved to, and in which time constant it gives and comes back, µs. */
  creep?: { share: number; us: number };
  /** How far from its middle a spring lets go of it, σ, share of a comfortable most. */
  scatter?: number;
}

/** Several lanes pressed in turn; and what is pushed to its ends. (Invented.) */
export const PRESSED: Dynamics = {
  soft: { strength: 0.12, spread: 0.02 },
  medium: { strength: 0.45, spread: 0.06 },
  loud: { strength: 0.95, spread: 0.05 },
};
export const RETURNING: Dynamics = { full: { strength: 1.05, spread: 0.02 } };

/** Who plays the lanes of a part, by the role that is asked for. */
interface Hands {
  ask(role: Role | null, nowUs: number): void;
  /** Where each lane is wanted at a time. */
  wants(tUs: number): readonly number[];
}

/** One lane, as a StrokePlayer plays it. */
const strokes = (player: StrokePlayer): Hands => ({
  ask: (role, nowUs) => player.ask(role, nowUs),
  wants: (tUs) => [player.wants(tUs)],
});

function handsOf(
  { dynamics, bothSides = false, stays, loads }: MovedPart,
  seed: number,
  lanes: number,
): Hands | null {
  if (dynamics && lanes === 1) return strokes(new StrokePlayer(seed, dynamics, bothSides, loads));
  if (dynamics) return new LaneHands(seed, lanes, dynamics, bothSides, loads);
  return stays ? new SweepPlayer(seed, lanes) : null;
}

/** A moved part at a board, with the hand that moves it. */
export class SimulatedPart implements Simulation {
  readonly edges = NO_EDGES;
  private readonly r: Random;
  private readonly hands: Hands | null;
  /** Whether they have it, and no hand of the maker's. */
  private asked = false;
  private readonly lanes: {
    place: number;
    given: number;
    wanted: number;
    offset: number;
    touched: boolean;
  }[];

  constructor(
    sensor: Sensor,
    private readonly board: Board,
    seed: number,
    private readonly part: MovedPart,
  ) {
    this.r = random(seed);
    this.hands = handsOf(part, seed + 1, sensor.lanes.length);
    this.lanes = sensor.lanes.map(() => ({ place: 0, given: 0, wanted: 0, offset: 0, touched: false }));
  }

  ask(role: Role | null, nowUs: number): void {
    this.hands?.ask(role, nowUs);
    this.asked = role !== null;
  }

  hand(lane: number, strength: number | null): void {
    const own = this.lanes[lane];
    if (!own) return;
    this.asked = false;
    own.touched = strength !== null;
    if (strength !== null) own.wanted = this.part.bothSides ? strength : Math.abs(strength);
    else if (!this.part.stays) own.wanted = 0;
  }

  frame(tUs: number, counts: Uint16Array | number[], at: number): void {
    const { bits, scanHz } = this.board;
    const { part } = this;
    const follows = 1 - Math.exp(-1e6 / scanHz / part.followsUs);
    const wanted = this.asked ? this.hands?.wants(tUs) : undefined;
    this.lanes.forEach((lane, i) => {
      if (wanted) this.want(lane, wanted[i]);
      lane.place += (lane.wanted + lane.offset - lane.place) * follows;
      if (part.creep)
        lane.given +=
          (part.creep.share * lane.place - lane.given) * (1 - Math.exp(-1e6 / scanHz / part.creep.us));
      const share =
        part.reads(lane.place + lane.given, lane.touched || lane.wanted !== 0, i) +
        part.noise * this.r.gauss();
      counts[at + i] = clamped(2 ** bits * share, bits);
    });
  }

  /** A lane is moved on; let go, a spring brings it back to about its middle. */
  private want(lane: { wanted: number; offset: number }, wanted: number): void {
    const { scatter } = this.part;
    if (scatter && lane.wanted !== 0 && wanted === 0) lane.offset = scatter * this.r.gauss();
    lane.wanted = wanted;
  }
}
