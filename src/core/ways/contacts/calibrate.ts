import type { BankReport, SensorJob } from '../../calibrate/report';
import type { ContactsCalibration } from './calibration';
import { ok, refuse, type Result } from '../../result';
import { burstMs, burstsOf, type Burst } from '../../signal/bursts';
import { quantile } from '../../signal/quantile';
import { debounceFor } from '../../parts/debounce';

/** Calibrates switches from their edges: how long they bounce, and whether they are open or closed when nobody plays. */
export function calibrateContacts(job: SensorJob): Result<BankReport> {
  const lanes = job.sensor.lanes.map((lane) => ({
    lane: lane.id,
    takes: job.takes.map((t) => (t.edges ? burstsOf(t.edges, lane.contacts?.[0] ?? '') : [])),
  }));
  const all = lanes.flatMap((l) => l.takes.flat());
  if (all.length === 0)
    return refuse({
      path: 'takes',
      says: 'no contact changed in these takes; press each switch a few times',
    });
  const longestMs = quantile(all.map(burstMs), 0.99);
  const calibration: ContactsCalibration = {
    is: 'contacts',
    rest: restOf(lanes.flatMap((l) => l.takes)),
    debounceMs: debounceFor(longestMs),
    takes: job.takes.map((t) => t.id),
    method:
      'At rest: the state from which the first press came. Debounce: the p99 of the bounces, and half as much again.',
  };
  return ok({
    is: 'bank',
    calibration,
    readings: {
      lanes: lanes.map(({ lane, takes }) => ({
        lane,
        gestures: Math.floor((takes.flat().length + 1) / 2),
        numbers: { longestBounceMs: Math.max(0, ...takes.flat().map(burstMs)) },
      })),
      numbers: { debounceMs: calibration.debounceMs },
    },
    mark: [0, 0, 1, 1, 1, 1, 0, 0],
    findings: lanes
      .filter(({ takes }) => takes.flat().length === 0)
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

/** What contacts are before their first press: one list of bursts a contact and take. */
const restOf = (each: readonly (readonly Burst[])[]): ContactsCalibration['rest'] => {
  const firsts = each.flatMap((bursts) => bursts.slice(0, 1));
  return firsts.filter((b) => b.wasClosed).length * 2 > firsts.length ? 'closed' : 'open';
};
