import type { Lane } from '../instrument/sensor';
import { restStatistics, type RestStatistics } from '../signal/rest';
import { columnOf, type Role, type Take } from '../signal/take';
import { timingOf } from '../signal/timing';
import { refuse, ok, type Result } from '../result';
import type { SensorJob } from './report';

/** A lane's counts of the rest take, and of every take in which it was played. */
export interface LaneFrames {
  lane: Lane;
  rest: RestStatistics;
  played: { take: string; role: Role; tUs: Float64Array; counts: Uint16Array }[];
}

/** Fewest frames of a rest take. */
const LEAST_FRAMES = 20;

/** The lanes of a bank with what was recorded of them. A lane without a column in a take is not in that take. */
export function laneFrames(job: SensorJob): Result<LaneFrames[]> {
  const rest = job.takes.find((t) => t.role === 'rest');
  if (!rest)
    return refuse({ path: 'takes', says: 'a rest take is required; record a few seconds of rest first' });
  const timing = timingOf(rest.tUs);
  if (rest.tUs.length < LEAST_FRAMES || !timing)
    return refuse({
      path: 'takes',
      says: `a rest take of ${LEAST_FRAMES} frames or more is required, got ${rest.tUs.length}`,
    });
  const playing = job.takes.filter((t) => t.role !== 'rest');
  const lanes = job.sensor.lanes.flatMap((lane): LaneFrames[] => {
    const column = lane.column ?? '';
    if (!rest.channels.includes(column)) return [];
    return [
      {
        lane,
        rest: restStatistics(columnOf(rest, column), timing.rateHz),
        played: playing.filter((t) => t.channels.includes(column)).map((t) => columnTake(t, column)),
      },
    ];
  });
  return lanes.length > 0
    ? ok(lanes)
    : refuse({ path: 'takes', says: `the rest take has no column of ${job.sensor.name}` });
}

const columnTake = (take: Take, column: string) => ({
  take: take.id,
  role: take.role,
  tUs: take.tUs,
  counts: columnOf(take, column),
});
