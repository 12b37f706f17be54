import type { Finding } from '../findings/finding';
import { debounceFor } from '../parts/debounce';
import { burstMs, burstsOf } from '../signal/bursts';
import { quantile } from '../signal/quantile';
import type { Edges } from '../signal/take';
import { cure } from './detectors';

/** A contact bounces where a burst has more changes than its one. */
const LEAST_BOUNCES = 2;

export interface AskedContact {
  sensor: string;
  lane: string;
  contact: string;
}

export interface ContactReadings {
  lane: string;
  contact: string;
  /** Changes that count, and all of them. */
  presses: number;
  changes: number;
  /** p99 of its bursts, ms. */
  bounceMs: number;
}

/** What contacts did: how long they bounce, and which of them did nothing while others changed. */
export function listenToContacts(
  edges: Edges | undefined,
  asked: readonly AskedContact[],
  take: string,
): { contacts: ContactReadings[]; findings: Finding[] } {
  const findings: Finding[] = [];
  const contacts = asked.map(({ sensor, lane, contact }): ContactReadings => {
    const bursts = edges ? burstsOf(edges, contact) : [];
    const lengths = bursts.map(burstMs);
    const bounceMs = lengths.length === 0 ? 0 : quantile(lengths, 0.99);
    const bouncing = bursts.filter((b) => b.changes > 1);
    if (bouncing.length >= LEAST_BOUNCES)
      findings.push({
        ...{ code: 'bounce', severity: 'note', sensor, lane },
        evidence: { take, fromUs: bouncing[0].fromUs, toUs: bouncing[0].toUs },
        says: `${contact} bounces for up to ${bounceMs.toFixed(1)} ms.`,
        causes: ['a springy contact', 'dirt between its faces'],
        cures: [cure(`A debounce of ${debounceFor(bounceMs)} ms`, 'that much less often')],
      });
    const changes = bursts.reduce((n, b) => n + b.changes, 0);
    return { lane, contact, presses: Math.ceil(bursts.length / 2), changes, bounceMs };
  });
  if (contacts.some((c) => c.changes > 0))
    contacts.forEach(({ changes, contact }, i) => {
      if (changes > 0) return;
      const { sensor, lane } = asked[i];
      findings.push({
        ...{ code: 'silent-contact', severity: 'doubt', sensor, lane },
        says: `${contact} never changed, while others did.`,
        causes: ['it was not pressed', 'its wire has come off'],
        cures: [cure('Press it alone and watch', 'a minute')],
      });
    });
  return { contacts, findings };
}
