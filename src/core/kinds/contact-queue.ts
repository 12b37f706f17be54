import type { Random } from '../signal/random';
import type { ContactEdge } from './simulation';

/** A contact bounces up to so many times, each within so long, µs. */
const MOST_BOUNCES = 3;
const LONGEST_BOUNCE_US = 1_500;

/** Edges of simulated contacts on their way to the board, with their bounces. */
export class ContactQueue {
  private waiting: ContactEdge[] = [];

  constructor(private readonly r: Random) {}

  /** A contact changes and bounces. */
  change(contact: number, closed: boolean, tUs: number): void {
    let at = tUs;
    for (let n = this.r.whole(0, MOST_BOUNCES); n > 0; n--) {
      this.put(contact, closed, at);
      at += this.r.between(50, LONGEST_BOUNCE_US / 2);
      this.put(contact, !closed, at);
      at += this.r.between(50, LONGEST_BOUNCE_US / 2);
    }
    this.put(contact, closed, at);
  }

  /** One clean edge. */
  put(contact: number, closed: boolean, tUs: number): void {
    this.waiting.push({ tUs: Math.round(tUs), contact, closed });
    this.waiting.sort((a, b) => a.tUs - b.tUs);
  }

  due(untilUs: number): ContactEdge[] {
    const due = this.waiting.filter((e) => e.tUs <= untilUs);
    this.waiting = this.waiting.filter((e) => e.tUs > untilUs);
    return due;
  }
}
