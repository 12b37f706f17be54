import type { Result } from '../result';
import { calibrateLevel } from '../ways/level/calibrate';
import { playLane } from '../ways/level/played-lane';
import type { LaneReport, LevelJob } from '../ways/level/report';

/** For tests: a lane alone, from its takes. */
export function calibrateTakes(job: LevelJob): Result<LaneReport> {
  const read = playLane(job);
  return read.ok ? calibrateLevel(read.value) : read;
}
