import { random, type Random } from '../signal/random';
import type { Role } from '../signal/take';
import { GUIDED_PLACES } from '../ways/place/steps';

/** A finger on a ribbon: where it goes in a touch, and how long that takes. */
interface Stroke {
  startUs: number;
  lengthUs: number;
  from: number;
  to: number;
  gapUs: number;
}

/** How far beside a mark a finger lands, σ, share of the length. (Invented.) */
const BESIDE = 0.002;

/** A seeded player of a ribbon: marks one after another, slides, short touches. */
export class TouchHand {
  private readonly r: Random;
  private role: Role | null = null;
  private stroke: Stroke | null = null;
  private nth = 0;
  private waitUntilUs = 0;

  constructor(seed: number) {
    this.r = random(seed);
  }

  ask(role: Role | null, nowUs: number): void {
    this.role = role;
    this.stroke = null;
    this.nth = 0;
    this.waitUntilUs = nowUs + 1_500_000;
  }

  /** Where it is touched at a time, share of the length; null where it is not. */
  at(tUs: number): number | null {
    if (tUs < this.waitUntilUs) return null;
    if (!this.stroke || tUs >= this.stroke.startUs + this.stroke.lengthUs + this.stroke.gapUs)
      this.stroke = this.next(tUs);
    if (!this.stroke) return null;
    const { startUs, lengthUs, from, to } = this.stroke;
    const done = (tUs - startUs) / lengthUs;
    return done > 1 ? null : from + (to - from) * (0.5 - 0.5 * Math.cos(Math.PI * done));
  }

  private next(startUs: number): Stroke | null {
    const { r } = this;
    const beside = (place: number) => place + BESIDE * r.gauss();
    const stroke = (from: number, to: number, lengthUs: number): Stroke => ({
      ...{ startUs, lengthUs, from, to },
      gapUs: r.between(350_000, 550_000),
    });
    const n = this.nth++;
    if (this.role === 'places') {
      const place = beside(GUIDED_PLACES[n % GUIDED_PLACES.length]);
      return stroke(place, place, r.between(500_000, 700_000));
    }
    if (this.role === 'slide') return n % 2 === 0 ? stroke(0.1, 0.9, 1_400_000) : stroke(0.9, 0.1, 1_400_000);
    if (this.role === 'lift') {
      const place = r.between(0.15, 0.9);
      return stroke(place, place, r.between(120_000, 220_000));
    }
    return null;
  }
}
