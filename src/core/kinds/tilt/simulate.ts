import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { random, type Random } from '../../signal/random';
import type { Role } from '../../signal/take';
import { clamped, NO_EDGES, partsSeed, type Simulation } from '../simulation';

/** A g, share of the supply; and how far parts differ in it, and in where they lie level, σ. (Invented.) */
const ONE_G = 0.18;
const GAIN_SPREAD = 0.02;
const OFFSET_SPREAD = 0.015;
/** Noise, σ, share of the supply; the instrument follows the hand with this time constant, µs. */
const NOISE = 0.0008;
const FOLLOWS_US = 60_000;
/** The hand's furthest, degrees. */
const FURTHEST = { roll: 75, pitch: 50 };

interface Pose {
  roll: number;
  pitch: number;
}
/** Its six sides: z, y and x up and down. */
const SIDES: readonly Pose[] = [
  { roll: 0, pitch: 0 },
  { roll: 90, pitch: 0 },
  { roll: 180, pitch: 0 },
  { roll: -90, pitch: 0 },
  { roll: 0, pitch: 90 },
  { roll: 0, pitch: -90 },
];
/** How it is tilted as it is played, and back each time. */
const HELD: Pose = { roll: 0, pitch: 0 };
const TILTED: readonly Pose[] = [
  { roll: 60, pitch: 0 },
  { roll: -60, pitch: 0 },
  { roll: 0, pitch: 40 },
  { roll: 0, pitch: -40 },
]
  .flatMap((pose) => [pose, HELD])
  .concat(HELD, HELD);
/** The prompt is read for so long; it stays on a side, and in a tilt, for so long, µs. */
const READS_US = 2_000_000;
const SIDE_US = 1_200_000;
const TILT_US = 700_000;

/** Gravity on three axes, and the hand that turns them. */
export class SimulatedTilt implements Simulation {
  readonly edges = NO_EDGES;
  private readonly r: Random;
  private readonly parts: { gain: number; offset: number }[];
  private readonly pose: Pose = { roll: 0, pitch: 0 };
  private wanted: Pose = HELD;
  private asked: { role: Role; fromUs: number } | null = null;

  constructor(
    sensor: Sensor,
    private readonly board: Board,
    seed: number,
  ) {
    this.r = random(seed);
    const own = random(partsSeed(sensor));
    this.parts = sensor.lanes.map(() => ({
      gain: ONE_G * (1 + GAIN_SPREAD * own.gauss()),
      offset: 0.5 + OFFSET_SPREAD * own.gauss(),
    }));
  }

  ask(role: Role | null, nowUs: number): void {
    this.asked = role === null ? null : { role, fromUs: nowUs + READS_US };
    this.wanted = HELD;
  }

  /** @param lane 0 pitches it, 1 rolls it, as its ports say, 2 turns it over; it stays where it was put */
  hand(lane: number, strength: number | null): void {
    this.asked = null;
    if (strength === null) return;
    if (lane === 0) this.wanted = { ...this.wanted, pitch: FURTHEST.pitch * strength };
    if (lane === 1) this.wanted = { ...this.wanted, roll: FURTHEST.roll * strength };
    if (lane === 2) this.wanted = { roll: 180 * strength, pitch: 0 };
  }

  frame(tUs: number, counts: Uint16Array | number[], at: number): void {
    const { bits, scanHz } = this.board;
    if (this.asked) this.wanted = posed(this.asked.role, tUs - this.asked.fromUs);
    const follows = 1 - Math.exp(-1e6 / scanHz / FOLLOWS_US);
    this.pose.roll += (this.wanted.roll - this.pose.roll) * follows;
    this.pose.pitch += (this.wanted.pitch - this.pose.pitch) * follows;
    const [roll, pitch] = [this.pose.roll, this.pose.pitch].map((degrees) => (degrees * Math.PI) / 180);
    const down = [-Math.sin(pitch), Math.sin(roll) * Math.cos(pitch), Math.cos(roll) * Math.cos(pitch)];
    this.parts.forEach(({ gain, offset }, axis) => {
      counts[at + axis] = clamped(2 ** bits * (offset + gain * down[axis] + NOISE * this.r.gauss()), bits);
    });
  }
}

/** Where the hand has it, so long after the prompt was read; again and again until it is asked for something else. */
function posed(role: Role, us: number): Pose {
  if (us < 0) return HELD;
  if (role === 'sides') return SIDES[Math.floor(us / SIDE_US) % SIDES.length];
  return TILTED[Math.floor(us / TILT_US) % TILTED.length];
}
