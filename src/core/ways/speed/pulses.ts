import type { Edges } from '../../signal/take';

/** Bounces are over within this time, µs; what closes later after it opened is the next magnet. (Common practice, no source.) */
const MOST_BOUNCE_US = 4_000;

/** The pulses of one contact: when it closed, µs, and the longest that it bounced, ms. */
export function pulsesOf(edges: Edges, contact: string): { closings: number[]; bounceMs: number } {
  const own = edges.contacts.indexOf(contact);
  const closings: number[] = [];
  let bounceUs = 0;
  let openedUs = -Infinity;
  let closed: boolean | null = null;
  for (let i = 0; i < edges.tUs.length; i++) {
    if (edges.contact[i] !== own) continue;
    const now = edges.closed[i] === 1;
    // What is told twice counts once.
    if (now === closed) continue;
    closed = now;
    const tUs = edges.tUs[i];
    if (!now) openedUs = tUs;
    else if (tUs - openedUs >= MOST_BOUNCE_US) closings.push(tUs);
    else bounceUs = Math.max(bounceUs, tUs - openedUs);
  }
  return { closings, bounceMs: bounceUs / 1000 };
}

/** From one pulse to the next. */
export interface Period {
  /** When it ends. */
  tUs: number;
  us: number;
}

/** A wheel that gives no pulse for so long stands, µs: the board's clock of periods takes no longer one. */
const STANDS_US = 2_500_000;

/** The periods of a wheel that turns; those in which it stood are none. */
export const periodsOf = (closings: readonly number[]): Period[] =>
  closings
    .slice(1)
    .map((tUs, i) => ({ tUs, us: tUs - closings[i] }))
    .filter(({ us }) => us < STANDS_US);
