import { playTake, type LevelTake, type PlayedTake } from '../../calibrate/played-take';
import { ok, refuse, type Result } from '../../result';
import { restStatistics, type RestStatistics } from '../../signal/rest';
import { timingOf, type Timing } from '../../signal/timing';
import type { LevelJob } from './report';

/** A lane's takes, read: its rest, and the gestures. */
export interface PlayedLane {
  job: LevelJob;
  rest: LevelTake;
  stats: RestStatistics;
  timing: Timing;
  played: PlayedTake[];
}

/** Reads the takes of one lane. @param progress called with 0 … 1 as takes are done */
export function playLane(job: LevelJob, progress: (share: number) => void = () => {}): Result<PlayedLane> {
  const restAt = job.takes.findIndex((t) => t.role === 'rest');
  if (restAt < 0)
    return refuse({ path: 'takes', says: 'a rest take is required; record a few seconds of rest first' });
  const rest = job.takes[restAt];
  const timing = timingOf(rest.tUs);
  if (rest.counts.length < 20 || !timing)
    return refuse({
      path: `takes.${restAt}`,
      says: `a rest take of 20 frames or more is required, got ${rest.counts.length}`,
    });
  const stats = restStatistics(rest.counts, timing.rateHz);
  // What known weights and pressures do is no playing, unless there is no other.
  const moved = job.takes.filter((t) => t.role !== 'rest');
  const without = moved.filter((t) => t.role !== 'weights');
  const playing = without.length > 0 ? without : moved;
  const played = playing.map((take, i) => {
    const done = playTake(take, stats, 2 ** job.bits - 1);
    progress((i + 1) / playing.length);
    return done;
  });
  return ok({ job, rest, stats, timing, played });
}
