import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { random, type Random } from '../../signal/random';
import type { Role } from '../../signal/take';
import { clamped, NO_EDGES, type Simulation } from '../simulation';
import { pressuresOf } from '../known-loads';
import { StrokePlayer, type Dynamics } from '../stroke-player';
import { countsFromKpa } from '../../parts/gauge';

/** The gauge that is simulated where its sheet was not typed: differential, middle rest, 512 counts a kPa on 12 bits. */
export const PRACTICE_GAUGE = { perKpa: 0.125, offset: 0.4985 } as const;

/** A comfortable loudest, kPa. */
export const LOUDEST_KPA = 2.5;

/** How the player plays each role: peak pressures, kPa, as shares of the loudest. */
const kpa = (strength: number, spread: number) => ({
  strength: strength / LOUDEST_KPA,
  spread: spread / LOUDEST_KPA,
});
const DYNAMICS: Dynamics = {
  soft: kpa(0.13, 0.022),
  medium: kpa(0.9, 0.13),
  loud: kpa(2.35, 0.22),
  full: kpa(3.3, 0.08),
};

/** What disturbs it; invented, in counts of 12 bits unless said. */
export interface Disturbance {
  /** White noise, σ. */
  noise: number;
  /** Amplitude of mains hum at 50 Hz. */
  hum: number;
  /** Slow wander, σ, with a time constant of a minute. */
  wander: number;
  /** Rise of rest once all moisture has settled. */
  moisture: number;
  /** Tremor of the player, share of the pressure. */
  tremor: number;
}

export const USUAL_DISTURBANCE: Disturbance = {
  noise: 2.9,
  hum: 0.8,
  wander: 0.35,
  moisture: 5,
  tremor: 0.012,
};

/** kPa · s of playing after which two thirds of the moisture have settled. */
const MOISTURE_KPA_S = 400;
/** The air column follows the player's wish with this time constant. */
const AIR_US = 9_000;
const WANDER_US = 60_000_000;
const TREMOR_US = 30_000;

/** A breath gauge at 1 kHz or another rate. */
export class SimulatedBreath implements Simulation {
  readonly edges = NO_EDGES;
  private readonly player: StrokePlayer;
  private readonly r: Random;
  private readonly periodUs: number;
  private readonly sheet: { perKpa: number; offset: number };
  private kpa = 0;
  private wander = 0;
  private wet = 0;
  private tremor = 0;
  /** Whether a column of water holds it, which does not tremble. */
  private column = false;

  constructor(
    sensor: Pick<Sensor, 'facts'>,
    private readonly board: Pick<Board, 'bits' | 'scanHz'>,
    seed: number,
    private readonly disturbance: Disturbance = USUAL_DISTURBANCE,
    bothSides = (sensor.facts?.offset ?? PRACTICE_GAUGE.offset) > 0.2,
  ) {
    this.sheet = {
      perKpa: sensor.facts?.perKpa ?? PRACTICE_GAUGE.perKpa,
      offset: sensor.facts?.offset ?? PRACTICE_GAUGE.offset,
    };
    this.r = random(seed);
    this.player = new StrokePlayer(seed + 1, DYNAMICS, bothSides, pressuresOf(LOUDEST_KPA));
    this.periodUs = 1e6 / board.scanHz;
  }

  ask(role: Role | null, nowUs: number): void {
    this.player.ask(role, nowUs);
    this.column = role === 'weights';
  }

  hand(_lane: number, strength: number | null): void {
    this.player.press(strength);
  }

  frame(tUs: number, counts: Uint16Array | number[], at: number): void {
    const { r, disturbance: d, periodUs } = this;
    this.kpa += (LOUDEST_KPA * this.player.wants(tUs) - this.kpa) * (1 - Math.exp(-periodUs / AIR_US));
    this.tremor += (-this.tremor * periodUs) / TREMOR_US + r.gauss() * Math.sqrt((2 * periodUs) / TREMOR_US);
    const sounding = this.kpa * (1 + (this.column ? 0 : d.tremor * this.tremor));
    this.wet += (Math.abs(sounding) * periodUs) / 1e6 / MOISTURE_KPA_S;
    this.wander +=
      (-this.wander * periodUs) / WANDER_US + r.gauss() * d.wander * Math.sqrt((2 * periodUs) / WANDER_US);
    const scale = 2 ** (this.board.bits - 12);
    const disturbed =
      d.noise * r.gauss() +
      d.hum * Math.sin(2 * Math.PI * 50e-6 * tUs) +
      this.wander +
      d.moisture * (1 - Math.exp(-this.wet));
    counts[at] = clamped(
      countsFromKpa(sounding, this.sheet, this.board) + scale * disturbed,
      this.board.bits,
    );
  }
}
