import type { SensorJob } from '../../calibrate/report';
import type { Lane } from '../../instrument/sensor';
import { columnOf, type Take } from '../../signal/take';
import { round } from '../../units/round';
import type { DepthLane } from './calibration';
import { depthOf } from './key-depth';
import { strokesIn } from './key-strokes';
import { distanceOf, magnetTable } from './magnet-law';
import type { PlayedKey } from './played-key';
import { endsOf } from './resting';

/** Share of full scale that a sensor reads without a magnet, unless its sheet was typed: half, as those that tell both poles do. */
export const ZERO_PERCENT = 50;

/** The keys that were pressed, with their strokes. @param progress called with 0 … 1 */
export function keysOf(job: SensorJob, progress?: (share: number) => void): PlayedKey[] {
  const { lanes } = job.sensor;
  return lanes.flatMap((lane, i) => {
    progress?.(i / lanes.length);
    return keyOf(job, lane) ?? [];
  });
}

function keyOf(job: SensorJob, lane: Lane): PlayedKey | null {
  const takes = job.takes.filter((t) => t.channels.includes(lane.column ?? '') && t.tUs.length > 0);
  if (takes.length === 0) return null;
  const counts = takes.map((t) => columnOf(t, lane.column!));
  const record = recordOf(job, lane, takes, counts);
  if (!record) return null;
  const depths = depthTable(record, 2 ** job.board.bits);
  return {
    lane,
    record,
    takes: takes.map(({ id, role, tUs }, i) => {
      const own = counts[i];
      const at = Float32Array.from(own, (count) => depths[count]);
      return { take: id, role, tUs, depths: at, strokes: strokesIn(at) };
    }),
  };
}

/** Rest and bottom from its takes, its table by the law of a magnet; null where it was not pressed. */
function recordOf(
  job: SensorJob,
  lane: Lane,
  takes: readonly Take[],
  counts: readonly Uint16Array[],
): DepthLane | null {
  const slow = counts.filter((_, i) => takes[i].role === 'slow');
  const still = counts.filter((_, i) => takes[i].role === 'rest');
  const ends = endsOf(joined(still.length > 0 ? still : counts), joined(slow.length > 0 ? slow : counts));
  if (!ends) return null;
  const { rest, noise, bottom } = ends;
  const zero = ((job.sensor.facts?.zeroPercent ?? ZERO_PERCENT) / 100) * 2 ** job.board.bits;
  const distance = distanceOf(rest, bottom, zero);
  return {
    ...{ lane: lane.id, rest: round(rest, 2), noise: round(noise, 3), bottom: round(bottom, 2), factor: 1 },
    ...(distance !== null && { table: magnetTable(rest, bottom, distance) }),
  };
}

/** Depth of every count. */
function depthTable(record: DepthLane, counts: number): Float32Array {
  const at = depthOf(record);
  return Float32Array.from({ length: counts }, (_, count) => at(count));
}

function joined(lists: readonly Uint16Array[]): Uint16Array {
  const all = new Uint16Array(lists.reduce((n, l) => n + l.length, 0));
  let at = 0;
  for (const list of lists) {
    all.set(list, at);
    at += list.length;
  }
  return all;
}
