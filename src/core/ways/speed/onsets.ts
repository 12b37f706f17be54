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
    return record ? pulsesIn(take, lane, 1000 * record.stopMs, LEAST_PULSES) : [];
  });

/** The stretches in which a contact closes again and again. @param gapUs ends one @param least closings of one */
export function pulsesIn(
  { edges }: Frames,
  { id, contacts = [] }: Lane,
  gapUs: number,
  least: number,
): Onset[] {
  const own = edges?.contacts.indexOf(contacts[0] ?? '') ?? -1;
  if (!edges || own < 0) return [];
  const stretches: { fromUs: number; lastUs: number; n: number }[] = [];
  for (let i = 0; i < edges.tUs.length; i++) {
    if (edges.contact[i] !== own || edges.closed[i] === 0) continue;
    const last = stretches.at(-1);
    if (last && edges.tUs[i] - last.lastUs < gapUs)
      Object.assign(last, { lastUs: edges.tUs[i], n: last.n + 1 });
    else stretches.push({ fromUs: edges.tUs[i], lastUs: edges.tUs[i], n: 1 });
  }
  return stretches
    .filter(({ n }) => n >= least)
    .map(({ fromUs, lastUs }) => ({
      ...{ lane: id, riseUs: fromUs, crossedUs: fromUs, seenUs: fromUs, toUs: lastUs + gapUs, peak: NaN },
    }));
}
