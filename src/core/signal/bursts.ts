import type { Edges } from './take';

/** Changes closer than this belong to one press or release, µs. (Common practice, no source.) */
const BURST_US = 50_000;

/** A press or a release of a contact with its bounces. */
export interface Burst {
  /** Times of its first and its last change, µs. */
  fromUs: number;
  toUs: number;
  changes: number;
  /** Whether the contact was closed before it. */
  wasClosed: boolean;
}

/** The bursts of one contact, in order of time; none for a contact that the edges do not name. */
export function burstsOf(edges: Edges, contact: string): Burst[] {
  const own = edges.contacts.indexOf(contact);
  const bursts: Burst[] = [];
  for (let i = 0; i < edges.tUs.length; i++) {
    if (edges.contact[i] !== own) continue;
    const tUs = edges.tUs[i];
    const last = bursts[bursts.length - 1];
    if (last && tUs - last.toUs < BURST_US) {
      last.toUs = tUs;
      last.changes++;
    } else bursts.push({ fromUs: tUs, toUs: tUs, changes: 1, wasClosed: edges.closed[i] === 0 });
  }
  return bursts;
}

/** How long a burst lasts, ms. */
export const burstMs = ({ fromUs, toUs }: Burst): number => (toUs - fromUs) / 1000;
