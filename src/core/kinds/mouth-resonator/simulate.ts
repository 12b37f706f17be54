import { random, type Random } from '../../signal/random';
import type { Role } from '../../signal/take';
import type { ContactEdge, Simulation } from '../simulation';

/** Lowest tone, Hz, and its range, octaves. (Invented.) */
const LOWEST_HZ = 196;
const OCTAVES = 2;
/** The mouth follows with this time constant, µs; a period wanders by this share (σ). */
const FOLLOWS_US = 40_000;
const UNEVEN = 0.002;
/** The prompt is read for so long; then it sounds from low to high and back, µs. */
const READS_US = 2_200_000;
const SWEEP_US = 8_000_000;

/** A tube that the mouth tunes, its microphone at a comparator: a contact that closes once a period. */
export class SimulatedTone implements Simulation {
  private readonly r: Random;
  private waiting: ContactEdge[] = [];
  /** 0 … 1 of its range, or null for silence: what is wanted, and where it is. */
  private wanted: number | null = null;
  private place = 0;
  private nextUs = Infinity;
  private nowUs = 0;
  private sweepUs: number | null = null;

  constructor(seed: number) {
    this.r = random(seed);
  }

  ask(role: Role | null, nowUs: number): void {
    this.sweepUs = role === 'sweep' ? nowUs + READS_US : null;
    this.wanted = null;
  }

  hand(_lane: number, strength: number | null): void {
    this.sweepUs = null;
    this.wanted = strength === null ? null : Math.abs(strength);
  }

  frame(tUs: number): void {
    if (this.sweepUs !== null) this.wanted = swept(tUs - this.sweepUs);
    this.sound(tUs);
    this.nowUs = tUs;
  }

  edges(untilUs: number): ContactEdge[] {
    const due = this.waiting.filter((e) => e.tUs <= untilUs);
    this.waiting = this.waiting.filter((e) => e.tUs > untilUs);
    return due;
  }

  /** The periods that begin up to a time. */
  private sound(tUs: number): void {
    if (this.wanted === null) {
      this.nextUs = Infinity;
      return;
    }
    // A tone begins where the mouth has it, without a glide.
    if (this.nextUs === Infinity) {
      this.place = this.wanted;
      this.nextUs = this.nowUs;
    }
    this.place += (this.wanted - this.place) * (1 - Math.exp(-(tUs - this.nowUs) / FOLLOWS_US));
    const us = 1e6 / (LOWEST_HZ * 2 ** (OCTAVES * Math.min(1, this.place)));
    for (; this.nextUs <= tUs; this.nextUs += us * (1 + UNEVEN * this.r.gauss()))
      this.waiting.push(
        { tUs: Math.round(this.nextUs), contact: 0, closed: true },
        { tUs: Math.round(this.nextUs + us / 2), contact: 0, closed: false },
      );
  }
}

/** Where a sweep is. @param us since it began @returns null where it is silent */
function swept(us: number): number | null {
  if (us < 0 || us > SWEEP_US) return null;
  const share = us / SWEEP_US;
  return share < 0.7 ? share / 0.7 : (1 - share) / 0.3;
}
