import { random, type Random } from '@/core/signal/random';
import type { Role } from '@/core/signal/take';

/** How the simulated player plays each role: peak pressures, kPa, and how many sides it uses. */
const DYNAMICS: Partial<Record<Role, { kpa: number; spread: number }>> = {
  soft: { kpa: 0.13, spread: 0.022 },
  medium: { kpa: 0.9, spread: 0.13 },
  loud: { kpa: 2.35, spread: 0.22 },
  full: { kpa: 3.3, spread: 0.08 },
};

/** What the player does over the next stretch: one stroke with the rest after it. Times in µs. */
interface Stroke {
  startUs: number;
  riseUs: number;
  holdUs: number;
  fallUs: number;
  restUs: number;
  /** Signed peak, kPa. */
  kpa: number;
}

/** A seeded player: follows the role that is asked for, or the hand of whoever plays it. */
export class Player {
  private readonly r: Random;
  private role: Role = 'rest';
  private stroke: Stroke | null = null;
  private waitUntilUs = 0;
  private side: 1 | -1 = 1;
  private hand: number | null = null;

  /** @param bothSides whether strokes go to and fro (a bellows) or one way (a mouth) */
  constructor(
    seed: number,
    private readonly bothSides: boolean,
  ) {
    this.r = random(seed);
  }

  /** Asks for a role; the player takes a moment to read it. */
  ask(role: Role, nowUs: number): void {
    this.role = role;
    this.stroke = null;
    this.waitUntilUs = nowUs + 1_500_000;
  }

  /** Plays by hand: pressure wanted, kPa; null lets go. */
  press(kpa: number | null): void {
    this.hand = kpa;
  }

  /** Pressure that the player wants now, kPa. */
  wants(tUs: number): number {
    if (this.hand !== null) return this.hand;
    const dynamics = DYNAMICS[this.role];
    if (!dynamics || tUs < this.waitUntilUs) return 0;
    if (!this.stroke || tUs >= this.stroke.startUs + length(this.stroke))
      this.stroke = this.next(tUs, dynamics);
    return shape(this.stroke, tUs - this.stroke.startUs);
  }

  private next(startUs: number, { kpa, spread }: { kpa: number; spread: number }): Stroke {
    if (this.bothSides) this.side = this.side === 1 ? -1 : 1;
    const { r } = this;
    return {
      startUs,
      riseUs: r.between(60_000, 110_000),
      holdUs: r.between(140_000, 260_000),
      fallUs: r.between(70_000, 110_000),
      restUs: r.between(320_000, 460_000),
      kpa: this.side * Math.max(kpa / 2, kpa + spread * r.gauss()),
    };
  }
}

const length = (s: Stroke) => s.riseUs + s.holdUs + s.fallUs + s.restUs;

/** Raised-cosine rise and fall around a hold that sags a little, as breath does. */
function shape(s: Stroke, t: number): number {
  const ease = (x: number) => 0.5 - 0.5 * Math.cos(Math.PI * x);
  if (t < s.riseUs) return s.kpa * ease(t / s.riseUs);
  const held = (t - s.riseUs) / s.holdUs;
  if (held < 1) return s.kpa * (1 - 0.08 * held);
  const fallen = (t - s.riseUs - s.holdUs) / s.fallUs;
  return fallen < 1 ? s.kpa * 0.92 * (1 - ease(fallen)) : 0;
}
