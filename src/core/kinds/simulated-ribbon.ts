import type { Board } from '../instrument/board';
import { random, type Random } from '../signal/random';
import type { Role } from '../signal/take';
import { clamped, NO_EDGES, type Simulation } from './simulation';
import { TouchHand } from './touch-hand';

/** Noise, σ, share of the supply; the pull-down takes the reading away with this time constant, µs. (Invented.) */
const NOISE = 0.0004;
const FOLLOWS_US = 1_500;

/** What reads where it is touched, and nothing while it is not, with the finger that plays it. */
export class SimulatedRibbon implements Simulation {
  readonly edges = NO_EDGES;
  private readonly r: Random;
  private readonly finger: TouchHand;
  private asked = false;
  private byHand: number | null = null;
  private share = 0;

  /** @param reads share of the supply at a place, both 0 … 1 */
  constructor(
    private readonly board: Board,
    seed: number,
    private readonly reads: (place: number) => number,
  ) {
    this.r = random(seed);
    this.finger = new TouchHand(seed + 1);
  }

  ask(role: Role | null, nowUs: number): void {
    this.finger.ask(role, nowUs);
    this.asked = role !== null;
  }

  hand(_lane: number, strength: number | null): void {
    this.asked = false;
    this.byHand = strength === null ? null : Math.abs(strength);
  }

  frame(tUs: number, counts: Uint16Array | number[], at: number): void {
    const { bits, scanHz } = this.board;
    const place = this.asked ? this.finger.at(tUs) : this.byHand;
    const wanted = place === null ? 0 : this.reads(Math.min(1, Math.max(0, place)));
    this.share += (wanted - this.share) * (1 - Math.exp(-1e6 / scanHz / FOLLOWS_US));
    counts[at] = clamped(2 ** bits * (this.share + NOISE * this.r.gauss()), bits);
  }
}
