import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { dividerShare } from '../../parts/formulas';
import { random, type Random } from '../../signal/random';
import type { Role } from '../../signal/take';
import { factsOf } from '../facts';
import { clamped, NO_EDGES, type Simulation } from '../simulation';
import { StrokePlayer, type Dynamics } from '../stroke-player';
import { weightsOf } from '../known-loads';
import { padOhms } from './pad-ohms';

/** A comfortable loudest press, N. (Common practice, no source.) */
const LOUDEST_N = 8;
/** Noise, σ, counts of 12 bits; the finger's flesh follows with this time constant, µs. */
const NOISE = 1.4;
const FLESH_US = 12_000;

const DYNAMICS: Dynamics = {
  soft: { strength: 0.06, spread: 0.01 },
  medium: { strength: 0.35, spread: 0.05 },
  loud: { strength: 0.92, spread: 0.06 },
  full: { strength: 1.3, spread: 0.05 },
};

/** A force pad in a divider. */
export class SimulatedForce implements Simulation {
  readonly edges = NO_EDGES;
  private readonly player: StrokePlayer;
  private readonly r: Random;
  private readonly fixedOhms: number;
  private newtons = 0;

  constructor(
    sensor: Sensor,
    private readonly board: Board,
    seed: number,
  ) {
    this.r = random(seed);
    this.fixedOhms = factsOf(sensor).fixedOhms;
    this.player = new StrokePlayer(seed + 1, DYNAMICS, false, weightsOf(LOUDEST_N));
  }

  ask(role: Role | null, nowUs: number): void {
    this.player.ask(role, nowUs);
  }

  hand(_lane: number, strength: number | null): void {
    this.player.press(strength === null ? null : Math.abs(strength));
  }

  frame(tUs: number, counts: Uint16Array | number[], at: number): void {
    const { bits, scanHz } = this.board;
    const wanted = LOUDEST_N * this.player.wants(tUs);
    this.newtons += (wanted - this.newtons) * (1 - Math.exp(-1e6 / scanHz / FLESH_US));
    const share = dividerShare(this.fixedOhms, padOhms(this.newtons));
    counts[at] = clamped(2 ** bits * share + NOISE * 2 ** (bits - 12) * this.r.gauss(), bits);
  }
}
