import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { random, type Random } from '../../signal/random';
import type { Role } from '../../signal/take';
import { LanePlayer, type LaneGesture } from '../lane-player';
import { clamped, NO_EDGES, partsSeed, type Simulation } from '../simulation';

/** Untouched, and from there to touched: shares of full scale; each lane differs by a tenth or so. */
const UNTOUCHED = 0.28;
const DELTA = 0.12;
/** Noise, σ, share of full scale; a neighbour's touch comes through by this share; drift, share of full scale a minute. */
const NOISE = 0.0004;
const CROSSTALK = 0.12;
const DRIFT = 0.002;
/** The finger's flesh spreads with this time constant, µs. */
const FLESH_US = 8_000;

const DYNAMICS = { medium: { strength: 1, spread: 0.05 } };

/** Capacitive pads read by a touch peripheral. */
export class SimulatedTouch implements Simulation {
  readonly edges = NO_EDGES;
  private readonly player: LanePlayer;
  private readonly r: Random;
  private readonly lanes: { untouched: number; delta: number; level: number; hand: number }[];
  private gesture: LaneGesture | null = null;
  private drift = 0;

  constructor(
    sensor: Sensor,
    private readonly board: Board,
    seed: number,
  ) {
    this.r = random(seed);
    const full = 2 ** board.bits;
    const parts = random(partsSeed(sensor));
    this.lanes = sensor.lanes.map(() => ({
      untouched: full * UNTOUCHED * parts.between(0.85, 1.15),
      delta: full * DELTA * parts.between(0.8, 1.2),
      level: 0,
      hand: 0,
    }));
    this.player = new LanePlayer(
      seed + 1,
      sensor.lanes.length,
      DYNAMICS,
      [180_000, 320_000],
      [140_000, 260_000],
    );
  }

  ask(role: Role | null, nowUs: number): void {
    this.gesture = null;
    this.player.ask(role, nowUs);
  }

  hand(lane: number, strength: number | null): void {
    if (this.lanes[lane]) this.lanes[lane].hand = Math.abs(strength ?? 0) > 0 ? 1 : 0;
  }

  frame(tUs: number, counts: Uint16Array | number[], at: number): void {
    const { bits, scanHz } = this.board;
    const full = 2 ** bits;
    this.gesture = this.player.begins(tUs) ?? this.gesture;
    this.drift += (DRIFT * full) / 60 / scanHz;
    const follows = 1 - Math.exp(-1e6 / scanHz / FLESH_US);
    this.lanes.forEach((lane, i) => {
      const played = this.gesture?.lane === i && tUs < this.gesture.startUs + this.gesture.holdUs;
      lane.level += (Math.max(lane.hand, played ? this.gesture!.strength : 0) - lane.level) * follows;
    });
    this.lanes.forEach((lane, i) => {
      const beside = (this.lanes[i - 1]?.level ?? 0) + (this.lanes[i + 1]?.level ?? 0);
      const level = lane.untouched + this.drift + lane.delta * (lane.level + CROSSTALK * beside);
      counts[at + i] = clamped(level + NOISE * full * this.r.gauss(), bits);
    });
  }
}
