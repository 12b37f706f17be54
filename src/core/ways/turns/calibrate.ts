import type { Picture } from '../../calibrate/picture';
import type { BankReport, SensorJob } from '../../calibrate/report';
import type { Lane } from '../../instrument/sensor';
import { ok, refuse, type Result } from '../../result';
import { quantile } from '../../signal/quantile';
import type { Take } from '../../signal/take';
import type { Phase, TurnsCalibration } from './calibration';
import { turnsFindings } from './findings';
import { quartersOf } from './quarters';
import { restedIn, restsOf } from './rests';
import type { TurnedLane } from './turned-lane';
import { CHOSEN } from './chosen';

/** Calibrates encoders from a sweep: one turn to the right, one back. */
export function calibrateTurns(job: SensorJob): Result<BankReport> {
  const sweep = job.takes.find(({ role, edges }) => role === 'sweep' && edges && edges.tUs.length > 0);
  if (!sweep)
    return refuse({
      path: 'takes',
      says: 'a sweep take with edges is required: turn it once round to the right, then back',
    });
  const lanes = job.sensor.lanes.map((lane) => turnedLane(sweep, lane));
  const measured = lanes.filter((l) => l.record !== null);
  if (measured.length === 0)
    return refuse({
      path: 'takes',
      says: 'no encoder was turned by a step, with both of its contacts heard; turn it once round to the right, then back',
    });
  const calibration: TurnsCalibration = {
    ...{ is: 'turns', ...CHOSEN },
    lanes: measured.map((l) => l.record!),
    takes: job.takes.map((t) => t.id),
    method:
      'Rest: the phases in which it stays between steps. Direction: the contact that leads while it is first turned, which is to the right.',
  };
  return ok({
    is: 'bank',
    calibration,
    readings: {
      lanes: measured.map(({ lane, record, right, back, quarters }) => ({
        lane: lane.id,
        gestures: right + back,
        numbers: { right, back, quarters: 4 / record!.rests.length, fastestMs: fastestMs(quarters) },
      })),
      numbers: {},
    },
    findings: turnsFindings(job, lanes),
    mark: null,
    pictures: measured.map(pictureOf),
  });
}

function turnedLane(take: Take, lane: Lane): TurnedLane {
  const contacts = lane.contacts ?? [];
  const edges = take.edges!;
  const fromUs = take.tUs[0] ?? edges.tUs[0];
  const { began, quarters } = quartersOf(edges, contacts, fromUs);
  const silent = contacts.filter((name) => !edges.contact.includes(edges.contacts.indexOf(name)));
  const rested = restedIn(began, quarters);
  const rests = restsOf(rested);
  const each = 4 / rests.length;
  const positions = quarters.map(({ position }) => position);
  const [most, least] = [Math.max(0, ...positions), Math.min(0, ...positions)];
  // The first turn, to the right, goes far: what was overturned on the way back does not.
  const leadsFirst = most >= -least;
  const furthest = leadsFirst ? most : -least;
  const end = leadsFirst ? (positions.at(-1) ?? 0) : -(positions.at(-1) ?? 0);
  const steps = Math.round(furthest / each);
  return {
    ...{ lane, take: take.id, fromUs, began, quarters, silent, rested },
    record:
      silent.length > 0 || steps === 0
        ? null
        : { lane: lane.id, rests, leads: leadsFirst ? 'first' : 'second', stepMs: stepMs(quarters, rests) },
    right: steps,
    back: Math.round((furthest - end) / each),
  };
}

/** From one rest to the next as it is turned, ms; a pause between two turns is none. */
function stepMs(quarters: TurnedLane['quarters'], rests: readonly Phase[]): number {
  const rested = quarters.filter(({ phase }) => rests.includes(phase));
  const gaps = rested.slice(1).map(({ tUs }, i) => (tUs - rested[i].tUs) / 1000);
  const typical = gaps.length > 0 ? quantile(gaps, 0.5) : LONGEST_STEP_MS;
  return Math.min(LONGEST_STEP_MS, Math.max(SHORTEST_STEP_MS, Math.round(typical)));
}
/** Of a hand that turns. (Common practice, no source.) */
const [SHORTEST_STEP_MS, LONGEST_STEP_MS] = [2, 500];

/** Between two changes where it was turned fastest: p5, ms. */
function fastestMs(quarters: TurnedLane['quarters']): number {
  const gaps = quarters.slice(1).map(({ tUs }, i) => (tUs - quarters[i].tUs) / 1000);
  return gaps.length > 0 ? Math.round(100 * quantile(gaps, 0.05)) / 100 : 0;
}

/** Where it was turned, step by step. */
function pictureOf({ lane, fromUs, quarters, record }: TurnedLane): Picture {
  const each = 4 / record!.rests.length;
  const sign = record!.leads === 'first' ? 1 : -1;
  const points = quarters.map(({ tUs, position }): [number, number] => [
    Math.round((tUs - fromUs) / 1000) / 1000,
    (sign * position) / each,
  ]);
  return {
    lane: lane.id,
    title: 'What it was turned, to the right and back',
    x: { label: 'time', unit: 's' },
    y: { label: 'turned', unit: 'steps' },
    lines: [{ name: 'turned', points: [[0, 0], ...points] }],
    marks: [],
  };
}
