import type { SensorJob } from '../../calibrate/report';
import type { Lane } from '../../instrument/sensor';
import { columnsIn, type Role, type Take } from '../../signal/take';
import { round } from '../../units/round';
import type { DepthLane } from './calibration';
import { distanceByEvenness, type SlowPass } from './even-pass';
import { depthOf } from './key-depth';
import { strokesIn } from './key-strokes';
import { distanceOf, magnetTable } from './magnet-law';
import type { PlayedKey } from './played-key';
import { endsOf, type KeyEnds } from './resting';

/** Share of full scale that a sensor reads without a magnet, unless its sheet was typed: half, as those that tell both poles do. */
export const ZERO_PERCENT = 50;

/** A key that was pressed, with its counts in each of its takes. */
interface PressedKey {
  lane: Lane;
  takes: Take[];
  counts: Uint16Array[];
  ends: KeyEnds;
}

/**
 * The keys that were pressed, with their strokes. Their depth follows from the law of a magnet, and from what a sensor reads without one;
 * where the counts of most do not go so, from how evenly the slow pass went.
 * @param progress called with 0 … 1
 */
export function keysOf(job: SensorJob, progress?: (share: number) => void): PlayedKey[] {
  const columns = job.takes.map((take) => columnsOfTake(take, job.sensor.lanes));
  const pressed = job.sensor.lanes.flatMap((lane) => pressedKey(job, columns, lane) ?? []);
  const zero = ((job.sensor.facts?.zeroPercent ?? ZERO_PERCENT) / 100) * 2 ** job.board.bits;
  const distances = pressed.map(({ ends: { rest, bottom } }) => distanceOf(rest, bottom, zero));
  const odd = pressed.filter((_, i) => distances[i] === null);
  const measured =
    2 * odd.length > pressed.length ? distanceByEvenness(odd.flatMap((key) => slowPasses(job, key))) : null;
  return pressed.map((key, i) => {
    progress?.(i / pressed.length);
    return playedKey(job, key, measured ?? distances[i]);
  });
}

/** Counts of each lane that is in a take, by its id. */
function columnsOfTake(take: Take, lanes: readonly Lane[]): Map<string, Uint16Array> {
  const own = lanes.filter(({ column = '' }) => take.tUs.length > 0 && take.channels.includes(column));
  const columns = columnsIn(
    take,
    own.map(({ column }) => column!),
  );
  return new Map(own.map(({ id }, i) => [id, columns[i]]));
}

function pressedKey(
  { takes: all }: SensorJob,
  columns: readonly Map<string, Uint16Array>[],
  lane: Lane,
): PressedKey | null {
  const takes = all.filter((_, i) => columns[i].has(lane.id));
  if (takes.length === 0) return null;
  const counts = columns.flatMap((own) => own.get(lane.id) ?? []);
  const of = (role: Role) => {
    const own = counts.filter((_, i) => takes[i].role === role);
    return joined(own.length > 0 ? own : counts);
  };
  const ends = endsOf(of('rest'), of('slow'));
  return ends && { lane, takes, counts, ends };
}

/** Its slow ways down, in shares of the way that counts go. */
function slowPasses({ board }: SensorJob, { takes, counts, ends: { rest, bottom } }: PressedKey): SlowPass[] {
  const shares = Float32Array.from(
    { length: 2 ** board.bits },
    (_, count) => (count - rest) / (bottom - rest),
  );
  return takes.flatMap(({ role, tUs }, i) => {
    if (role !== 'slow') return [];
    return strokesIn({ counts: counts[i], depths: shares }).map(({ from, at }) => ({
      tUs: Array.from(tUs.subarray(from, at + 1)),
      shares: Array.from(counts[i].subarray(from, at + 1), (count) => shares[count]),
    }));
  });
}

/** @param distance of its magnet, in ways of a key; null where counts are taken as straight */
function playedKey(
  { board }: SensorJob,
  { lane, takes, counts, ends }: PressedKey,
  distance: number | null,
): PlayedKey {
  const { rest, noise, bottom } = ends;
  const record: DepthLane = {
    ...{ lane: lane.id, rest: round(rest, 2), noise: round(noise, 3), bottom: round(bottom, 2), factor: 1 },
    ...(distance !== null && { table: magnetTable(rest, bottom, distance) }),
  };
  const depths = depthTable(record, 2 ** board.bits);
  return {
    ...{ lane, record },
    takes: takes.map(({ id, role, tUs }, i) => {
      const own = { counts: counts[i], depths };
      return { take: id, role, tUs, ...own, strokes: strokesIn(own) };
    }),
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
