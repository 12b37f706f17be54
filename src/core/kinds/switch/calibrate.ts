import type { BankReport, SensorJob } from '../../calibrate/report';
import type { ContactsCalibration } from '../../instrument/calibration';
import { ok, refuse, type Result } from '../../result';
import { quantile } from '../../signal/quantile';
import type { Edges } from '../../signal/take';
import { debounceFor } from './debounce';

/** Changes closer than this belong to one press or release, µs. */
const BURST_US = 50_000;

/** Calibrates switches from their edges: how long they bounce, and whether they are open or closed when nobody plays. */
export function calibrateContacts(job: SensorJob): Result<BankReport> {
  const lanes = job.sensor.lanes.map((lane) => ({
    lane: lane.id,
    bursts: job.takes.flatMap((t) => (t.edges ? burstsOf(t.edges, lane.contacts?.[0] ?? '') : [])),
  }));
  const all = lanes.flatMap((l) => l.bursts);
  if (all.length === 0)
    return refuse({
      path: 'takes',
      says: 'no contact changed in these takes; press each switch a few times',
    });
  const longest = quantile(
    all.map((b) => b.lengthUs),
    0.99,
  );
  const calibration: ContactsCalibration = {
    is: 'contacts',
    rest: restOf(all),
    debounceMs: debounceFor(longest / 1000),
    takes: job.takes.map((t) => t.id),
    method:
      'At rest: the state from which the first press came. Debounce: the p99 of the bounces, and half as much again.',
  };
  return ok({
    is: 'bank',
    calibration,
    readings: {
      lanes: lanes.map(({ lane, bursts }) => ({
        lane,
        gestures: Math.floor((bursts.length + 1) / 2),
        numbers: { longestBounceMs: Math.max(0, ...bursts.map((b) => b.lengthUs)) / 1000 },
      })),
      numbers: { debounceMs: calibration.debounceMs },
    },
    mark: [0, 0, 1, 1, 1, 1, 0, 0],
    findings: lanes
      .filter(({ bursts }) => bursts.length === 0)
      .map(({ lane }) => ({
        code: 'lane-not-played',
        severity: 'fault' as const,
        sensor: job.sensor.id,
        lane,
        says: `Switch ${lane} was not pressed, so nothing is known of it.`,
        causes: ['it was left out', 'its wire is off'],
        cures: [{ says: 'Press it a few times', cost: 'ten seconds', redo: 'medium' as const }],
      })),
  });
}

/** A press or a release with its bounces: what the contact came to, and how long that took. */
interface Burst {
  first: boolean;
  /** Closed before it. */
  wasClosed: boolean;
  lengthUs: number;
}

function burstsOf(edges: Edges, contact: string): Burst[] {
  const own = Array.from(edges.tUs.keys()).filter((i) => edges.contacts[edges.contact[i]] === contact);
  const bursts: Burst[] = [];
  let beganUs = -Infinity;
  let lastUs = -Infinity;
  for (const i of own) {
    if (edges.tUs[i] - lastUs >= BURST_US) {
      bursts.push({ first: bursts.length === 0, wasClosed: edges.closed[i] === 0, lengthUs: 0 });
      beganUs = edges.tUs[i];
    }
    lastUs = edges.tUs[i];
    bursts[bursts.length - 1].lengthUs = lastUs - beganUs;
  }
  return bursts;
}

/** What contacts are before their first press. */
const restOf = (bursts: readonly Burst[]): ContactsCalibration['rest'] => {
  const firsts = bursts.filter((b) => b.first);
  return firsts.filter((b) => b.wasClosed).length * 2 > firsts.length ? 'closed' : 'open';
};
