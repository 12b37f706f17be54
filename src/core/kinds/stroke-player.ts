import { random, type Random } from '../signal/random';
import type { Role } from '../signal/take';
import { laidOn } from './laid-on';

/** How strongly each role is played, share of a comfortable loudest, and how evenly (σ). */
export type Dynamics = Partial<Record<Role, { strength: number; spread: number }>>;

/** One stroke with the rest after it. Times in µs. */
interface Stroke {
  startUs: number;
  riseUs: number;
  holdUs: number;
  fallUs: number;
  restUs: number;
  /** Signed peak. */
  strength: number;
}

/** A seeded player of one level: follows the role that is asked for, or the hand of whoever plays it. */
export class StrokePlayer {
  private readonly r: Random;
  private role: Role | null = null;
  private stroke: Stroke | null = null;
  private waitUntilUs = 0;
  private side: 1 | -1 = 1;
  private hand: number | null = null;

  /** @param bothSides whether strokes go to and fro (a bellows) or one way (a mouth) @param loads known ones, laid on in turn where that is asked for: shares of a comfortable loudest */
  constructor(
    seed: number,
    private readonly dynamics: Dynamics,
    private readonly bothSides: boolean,
    private readonly loads: readonly number[] = [],
  ) {
    this.r = random(seed);
  }

  /** Asks for a role; the player takes a moment to read it. */
  ask(role: Role | null, nowUs: number): void {
    this.role = role;
    this.stroke = null;
    this.waitUntilUs = nowUs + 1_500_000;
  }

  /** Plays by hand; null lets go. */
  press(strength: number | null): void {
    this.hand = strength;
  }

  /** Strength that the player wants now. */
  wants(tUs: number): number {
    if (this.hand !== null) return this.hand;
    if (this.role === 'weights' && tUs >= this.waitUntilUs) return laidOn(this.loads, tUs - this.waitUntilUs);
    const dynamics = this.role && this.dynamics[this.role];
    if (!dynamics || tUs < this.waitUntilUs) return 0;
    if (!this.stroke || tUs >= this.stroke.startUs + length(this.stroke))
      this.stroke = this.next(tUs, dynamics);
    return shape(this.stroke, tUs - this.stroke.startUs);
  }

  private next(startUs: number, { strength, spread }: { strength: number; spread: number }): Stroke {
    if (this.bothSides) this.side = this.side === 1 ? -1 : 1;
    const { r } = this;
    return {
      startUs,
      riseUs: r.between(60_000, 110_000),
      holdUs: r.between(140_000, 260_000),
      fallUs: r.between(70_000, 110_000),
      restUs: r.between(320_000, 460_000),
      strength: this.side * Math.max(strength / 2, strength + spread * r.gauss()),
    };
  }
}

const length = (s: Stroke) => s.riseUs + s.holdUs + s.fallUs + s.restUs;

/** Raised-cosine rise and fall around a hold that sags a little, as breath does. */
function shape(s: Stroke, t: number): number {
  const ease = (x: number) => 0.5 - 0.5 * Math.cos(Math.PI * x);
  if (t < s.riseUs) return s.strength * ease(t / s.riseUs);
  const held = (t - s.riseUs) / s.holdUs;
  if (held < 1) return s.strength * (1 - 0.08 * held);
  const fallen = (t - s.riseUs - s.holdUs) / s.fallUs;
  return fallen < 1 ? s.strength * 0.92 * (1 - ease(fallen)) : 0;
}
