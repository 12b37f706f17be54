import type { Onset } from '../../calibrate/onset';
import type { Lane, Sensor } from '../../instrument/sensor';
import type { Frames } from '../../signal/take';
import type { SpeedCalibration } from './calibration';

/** Pulses in a row that tell that it turns. */
const LEAST_PULSES = 2;

/** The stretches in which a wheel turns. */
export const speedOnsets = (sensor: Sensor, c: SpeedCalibration, take: Frames): Onset[] =>
  sensor.lanes.flatMap((lane) => {
    const record = c.lanes.find((own) => own.lane === lane.id);
    if (!record) return [];
    const { stopMs, bounceMs } = record;
    return pulsesIn(take, lane, { gapUs: 1000 * stopMs, bounceUs: 1000 * bounceMs, least: LEAST_PULSES });
  });

/** What a stretch of pulses is. */
interface Pulses {
  /** A pause of this length ends one, µs. */
  gapUs: number;
  /** What closes so soon after it opened is no pulse, µs. */
  bounceUs: number;
  /** Pulses of one at least. */
  least: number;
}

/** The stretches in which a contact closes again and again. */
export function pulsesIn(
  { edges }: Frames,
  { id, contacts = [] }: Lane,
  { gapUs, bounceUs, least }: Pulses,
): Onset[] {
  const own = edges?.contacts.indexOf(contacts[0] ?? '') ?? -1;
  if (!edges || own < 0) return [];
  const stretches: { fromUs: number; lastUs: number; n: number }[] = [];
  let openedUs = -Infinity;
  edges.tUs.forEach((tUs, i) => {
    if (edges.contact[i] !== own) return;
    if (edges.closed[i] === 0) openedUs = tUs;
    else if (tUs - openedUs >= bounceUs) {
      const last = stretches.at(-1);
      if (last && tUs - last.lastUs < gapUs) Object.assign(last, { lastUs: tUs, n: last.n + 1 });
      else stretches.push({ fromUs: tUs, lastUs: tUs, n: 1 });
    }
  });
  return stretches
    .filter(({ n }) => n >= least)
    .map(({ fromUs, lastUs }) => ({
      ...{ lane: id, riseUs: fromUs, crossedUs: fromUs, seenUs: fromUs, toUs: lastUs + gapUs, peak: NaN },
    }));
}
