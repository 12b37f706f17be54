import type { Sensor } from '../../instrument/sensor';
import { kindOf } from '../../kinds/registry';
import { counted } from '../../units/counted';
import { laneRange, movedSince } from '../../ways/registry';
import { recordOf } from './measured-table';

/** What a check-up saw of a lane, counts; null where it was not at rest, or did not move. */
export interface LaneChecked {
  sensor: string;
  lane: string;
  rest: number | null;
  noise: number | null;
  /** The furthest that it went, down and up. */
  low: number | null;
  high: number | null;
}

/** How a sensor is, seen against what was measured. */
export interface Verdict {
  sensor: string;
  /** `redo` where it plays otherwise than it did; `unseen` where it was not played. */
  state: 'well' | 'doubt' | 'redo' | 'unseen';
  /** Why, a sentence each, with what to do; none where all is well. */
  says: string[];
}

/** Common practice, no source: so many times the noise that was measured; shares of the reach. */
const NOISIER = 2;
const PLAYED = 0.5;
const SHORT = 0.8;
const FAR = 1.15;
/** Thresholds stand over so many sigma of noise (maker's handbook 4.1). */
const SIGMAS = 6;

/** @param seen of the sensor's lanes, in any order */
export function verdictOf(sensor: Sensor, seen: readonly LaneChecked[]): Verdict {
  const { calibration } = sensor;
  const of = (lane: string) => seen.find((s) => s.sensor === sensor.id && s.lane === lane);
  if (!calibration) return { sensor: sensor.id, state: 'unseen', says: ['It is not calibrated.'] };
  const rests = sensor.lanes.map(({ id }) => of(id)?.rest ?? null);
  const moved = movedSince(sensor, rests);
  const lanes = sensor.lanes.map(({ id }) => laneFindings(sensor, id, of(id)));
  const redo = [
    ...(moved ? [moved.says] : []),
    ...told(
      lanes,
      'buried',
      'over their thresholds',
      'its noise reaches its threshold',
      'Measure the thresholds anew, or find what makes the noise.',
    ),
  ];
  const doubt = [
    ...told(
      lanes,
      'noisier',
      'are noisier than measured',
      'it is noisier than measured',
      'Look for a loose screen or a new neighbour.',
    ),
    ...told(
      lanes,
      'short',
      'no longer reach',
      'it went less far than it did',
      'Play louder, or measure reach anew.',
    ),
    ...told(
      lanes,
      'far',
      'go further than they did',
      'it went further than it did',
      'Loud playing all lands at the top: measure reach anew.',
    ),
  ];
  const looked = sensor.lanes.some(({ id }) => laneRange(sensor, id));
  const played = lanes.some((own) => own.includes('played'));
  const state = redo.length > 0 ? 'redo' : doubt.length > 0 ? 'doubt' : played ? 'well' : 'unseen';
  return {
    sensor: sensor.id,
    state,
    says: [
      ...redo,
      ...doubt,
      ...(state !== 'unseen'
        ? []
        : [
            looked
              ? 'It was not played, or not half of its way.'
              : 'It has no level to look at: try it in Listen.',
          ]),
    ],
  };
}

/** What was seen at once of all lanes. */
export interface SeenAt {
  /** ISO 8601. */
  at: string;
  lanes: readonly LaneChecked[];
}

/** How a sensor was at a check-up; null where it was measured since: then it is not as it was. */
export const verdictAt = (sensor: Sensor, { at, lanes }: SeenAt): Verdict | null =>
  (sensor.calibration?.measuredAt ?? '') > at ? null : verdictOf(sensor, lanes);

type Finding = 'buried' | 'noisier' | 'short' | 'far' | 'played';

function laneFindings(sensor: Sensor, lane: string, seen: LaneChecked | undefined): Finding[] {
  if (!seen) return [];
  const record = recordOf(sensor.calibration, lane);
  const [noise, on] = [record.get('noise'), record.get('on')];
  const found: Finding[] = [];
  if (seen.noise !== null && noise !== undefined) {
    if (on !== undefined && SIGMAS * seen.noise > on && SIGMAS * noise <= on) found.push('buried');
    else if (seen.noise > NOISIER * noise) found.push('noisier');
  }
  const range = laneRange(sensor, lane);
  if (!range || seen.low === null || seen.high === null) return found;
  const share = Math.max(seen.high - range.rest, range.rest - seen.low) / range.travel;
  if (share >= PLAYED) {
    found.push('played');
    if (share < SHORT) found.push('short');
    if (share > FAR) found.push('far');
  }
  return found;
}

/** A finding in a sentence. @param many of several lanes @param one of a sensor's only lane */
function told(
  lanes: readonly Finding[][],
  finding: Finding,
  many: string,
  one: string,
  cure: string,
): string[] {
  const n = lanes.filter((own) => own.includes(finding)).length;
  if (n === 0) return [];
  if (lanes.length === 1) return [`${one.charAt(0).toUpperCase()}${one.slice(1)}. ${cure}`];
  return [`${counted(n, 'lane')} ${many}. ${cure}`];
}

const DAY_MS = 86_400_000;

/** When a sensor is to be looked at again, and why. */
export interface Due {
  /** Whole days until then; negative where it is past. */
  days: number;
  because: string;
}

/**
 * @param seenAt when it was seen to be well last, ISO 8601; none where never since it was measured
 * @returns null where it is not calibrated: there is nothing to look after yet
 */
export function dueOf(sensor: Sensor, seenAt: readonly string[], nowMs: number): Due | null {
  const measured = sensor.calibration?.measuredAt;
  if (!sensor.calibration) return null;
  const last = [...seenAt, ...(measured ? [measured] : [])]
    .map((at) => Date.parse(at))
    .filter(Number.isFinite);
  const { days, because } = kindOf(sensor).due ?? USUALLY;
  if (last.length === 0) return { days: 0, because: 'when it was measured is not known' };
  const latest = last.reduce((a, b) => Math.max(a, b));
  return { days: Math.floor((latest + days * DAY_MS - nowMs) / DAY_MS), because };
}

/** Where a kind has nothing of its own that ages. (Common practice, no source.) */
const USUALLY = { days: 90, because: 'screws, glue and leads move' };
