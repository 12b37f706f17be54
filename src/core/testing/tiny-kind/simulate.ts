import type { Board } from '../../instrument/board';
import { clamped, NO_EDGES, type Simulation } from '../../kinds/simulation';
import { StrokePlayer } from '../../kinds/stroke-player';
import { random } from '../../signal/random';
import type { Role } from '../../signal/take';

const DYNAMICS = {
  soft: { strength: 0.1, spread: 0.01 },
  medium: { strength: 0.4, spread: 0.04 },
  loud: { strength: 0.9, spread: 0.05 },
  full: { strength: 1.2, spread: 0.02 },
};

/** A spring: counts rise with the pull, from a tenth of full scale to seven tenths at a comfortable furthest. */
export class SimulatedCord implements Simulation {
  readonly edges = NO_EDGES;
  private readonly player: StrokePlayer;
  private readonly r;

  constructor(
    private readonly board: Board,
    seed: number,
  ) {
    this.r = random(seed);
    this.player = new StrokePlayer(seed + 1, DYNAMICS, false);
  }

  ask(role: Role | null, nowUs: number): void {
    this.player.ask(role, nowUs);
  }

  hand(_lane: number, strength: number | null): void {
    this.player.press(strength);
  }

  frame(tUs: number, counts: Uint16Array | number[], at: number): void {
    const full = 2 ** this.board.bits;
    counts[at] = clamped(full * (0.1 + 0.6 * this.player.wants(tUs)) + 2 * this.r.gauss(), this.board.bits);
  }
}
