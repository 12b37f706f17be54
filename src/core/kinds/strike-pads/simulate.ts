import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { random, type Random } from '../../signal/random';
import type { Role } from '../../signal/take';
import { LanePlayer } from '../lane-player';
import { clamped, NO_EDGES, partsSeed, type Simulation } from '../simulation';
import type { Dynamics } from '../stroke-player';

/** Peak of a comfortable loudest strike, share of half scale; noise, σ, share of full scale. */
const LOUDEST = 0.85;
const NOISE = 0.0012;
/** A strike shakes every other pad by this share, less the further off it is. */
const SHOCK = 0.07;
/** It rises and rings down with these time constants, µs, at a frequency of its own, Hz. */
const RISE_US = 600;
const RINGS_US = 9_000;
const LOWEST_HZ = 110;
const HIGHEST_HZ = 190;
/** A ring is left off after so long, µs. */
const LONGEST_US = 120_000;

const DYNAMICS: Dynamics = {
  soft: { strength: 0.09, spread: 0.012 },
  medium: { strength: 0.38, spread: 0.05 },
  loud: { strength: 0.9, spread: 0.07 },
  // Medium strikes, of which a disc under the middle gets less.
  edge: { strength: 0.25, spread: 0.04 },
};

interface Ring {
  startUs: number;
  amplitude: number;
}

/** Struck stones with piezo discs under them, biased to half the supply. */
export class SimulatedStrikes implements Simulation {
  readonly edges = NO_EDGES;
  private readonly player: LanePlayer;
  private readonly r: Random;
  private readonly lanes: { hz: number; rest: number; rings: Ring[] }[];
  private nowUs = 0;

  constructor(
    sensor: Sensor,
    private readonly board: Board,
    seed: number,
  ) {
    this.r = random(seed);
    const parts = random(partsSeed(sensor));
    this.lanes = sensor.lanes.map(() => ({
      hz: parts.between(LOWEST_HZ, HIGHEST_HZ),
      rest: 2 ** board.bits * parts.between(0.49, 0.51),
      rings: [],
    }));
    this.player = new LanePlayer(seed + 1, sensor.lanes.length, DYNAMICS, [260_000, 420_000], [0, 0]);
  }

  ask(role: Role | null, nowUs: number): void {
    this.player.ask(role, nowUs);
  }

  /** A strike has no length: letting go does nothing. */
  hand(lane: number, strength: number | null): void {
    if (strength !== null) this.strike(lane, Math.abs(strength), this.nowUs);
  }

  frame(tUs: number, counts: Uint16Array | number[], at: number): void {
    this.nowUs = tUs;
    const { bits } = this.board;
    const gesture = this.player.begins(tUs);
    if (gesture) this.strike(gesture.lane, gesture.strength, tUs);
    this.lanes.forEach((lane, i) => {
      const rung = lane.rings.reduce((sum, ring) => sum + swing(ring, tUs - ring.startUs, lane.hz), 0);
      if (lane.rings.length > 0 && tUs - lane.rings[0].startUs > LONGEST_US) lane.rings.shift();
      counts[at + i] = clamped(lane.rest + rung + NOISE * 2 ** bits * this.r.gauss(), bits);
    });
  }

  private strike(lane: number, strength: number, startUs: number): void {
    const loudest = (2 ** this.board.bits / 2) * LOUDEST;
    this.lanes.forEach(({ rings }, i) => {
      const share = i === lane ? 1 : SHOCK / (1 + Math.abs(i - lane));
      rings.push({ startUs, amplitude: loudest * strength * share });
    });
  }
}

/** A damped swing that begins at its largest, upwards. */
const swing = ({ amplitude }: Ring, t: number, hz: number): number =>
  amplitude * (1 - Math.exp(-t / RISE_US)) * Math.exp(-t / RINGS_US) * Math.cos(2 * Math.PI * hz * t * 1e-6);
