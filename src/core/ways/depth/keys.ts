import type { SensorJob } from '../../calibrate/report';
import type { Lane } from '../../instrument/sensor';
import { columnOf, type Role, type Take } from '../../signal/take';
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
  const pressed = job.sensor.lanes.flatMap((lane) => pressedKey(job, lane) ?? []);
  const zero = ((job.sensor.facts?.zeroPercent ?? ZERO_PERCENT) / 100) * 2 ** job.board.bits;
  const distances = pressed.map(({ ends: { rest, bottom } }) => distanceOf(rest, bottom, zero));
  const odd = pressed.filter((_, i) => distances[i] === null);
  const measured = 2 * odd.length > pressed.length ? distanceByEvenness(odd.flatMap(slowPasses)) : null;
  return pressed.map((key, i) => {
    progress?.(i / pressed.length);
    return playedKey(job, key, measured ?? distances[i]);
  });
}

function pressedKey({ takes: all }: SensorJob, lane: Lane): PressedKey | null {
  const takes = all.filter((t) => t.channels.includes(lane.column ?? '') && t.tUs.length > 0);
  if (takes.length === 0) return null;
  const counts = takes.map((t) => columnOf(t, lane.column!));
  const of = (role: Role) => {
    const own = counts.filter((_, i) => takes[i].role === role);
    return joined(own.length > 0 ? own : counts);
  };
  const ends = endsOf(of('rest'), of('slow'));
  return ends && { lane, takes, counts, ends };
}

/** Its slow ways down, in shares of the way that counts go. */
function slowPasses({ takes, counts, ends: { rest, bottom } }: PressedKey): SlowPass[] {
  return takes.flatMap(({ role, tUs }, i) => {
    if (role !== 'slow') return [];
    const shares = Float32Array.from(counts[i], (count) => (count - rest) / (bottom - rest));
    return strokesIn(shares).map(({ from, at }) => ({
      tUs: Array.from(tUs.subarray(from, at + 1)),
      shares: Array.from(shares.subarray(from, at + 1)),
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
      const at = Float32Array.from(counts[i], (count) => depths[count]);
      return { take: id, role, tUs, depths: at, strokes: strokesIn(at) };
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
