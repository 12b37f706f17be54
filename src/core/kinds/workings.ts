import type { Report, SensorJob } from '../calibrate/report';
import type { GuidedRun, GuideStep, KnownRest } from '../guide/guide';
import type { Board } from '../instrument/board';
import type { Sensor } from '../instrument/sensor';
import type { Result } from '../result';
import type { Simulation } from './simulation';

/** What a kind does with frames. Workers and the server do it: no screen loads it. */
export interface Workings {
  /**
   * A hands-free run.
   * @param steps some of its own, in order @param lanes of the sensor @param known rest of an earlier take, where the run does not begin with one
   */
  guide(steps: readonly GuideStep[], lanes: number, rateHz: number, known: KnownRest | null): GuidedRun;
  /** What its takes come to. @param progress called with 0 … 1, where it takes long */
  calibrate(job: SensorJob, progress?: (share: number) => void): Result<Report>;
  /** Its physics, and a player who follows the prompts; the same seed and the same playing give the same counts. */
  simulate(sensor: Sensor, board: Board, seed: number): Simulation;
}
