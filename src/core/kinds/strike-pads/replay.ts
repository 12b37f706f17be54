import type { SensorJob } from '../../calibrate/report';
import { compileStrike } from '../../engine/image/banks';
import { Parts } from '../../engine/image/parts';
import { startEngine } from '../../engine/engine';
import { STRIKE_STAGE } from '../../engine/codes';
import { playFrame } from '../../engine/play';
import type { StrikeCalibration } from '../../instrument/calibration';
import type { StruckLane } from './calibrate';

/** How the engine plays takes that were struck: over all takes and lanes, notes beyond the strikes, and strikes without a note. */
export function replayed(
  job: SensorJob,
  calibration: StrikeCalibration,
  lanes: readonly StruckLane[],
): { doubled: number; missed: number } {
  let doubled = 0;
  let missed = 0;
  for (const take of job.takes.filter((t) => t.role !== 'rest')) {
    const parts = new Parts({ table_bits: 4, byte_us: 1 });
    const sensor = { ...job.sensor, lanes: [...job.sensor.lanes], board: '', responses: [] };
    compileStrike(parts, sensor, calibration, take.channels);
    const e = startEngine(parts.image);
    const begun = lanes.map(() => 0);
    const stages = lanes.map<number>(() => STRIKE_STAGE.waiting);
    const width = take.channels.length;
    for (let i = 0; i < take.tUs.length; i++) {
      playFrame(e, take.tUs[i], take.counts, i * width);
      e.state.strikes.forEach(({ stage, sounding, began }, lane) => {
        const decided = stage === STRIKE_STAGE.masked && stages[lane] !== STRIKE_STAGE.masked;
        if (decided && sounding !== 0 && began === e.t) begun[lane]++;
        stages[lane] = stage;
      });
    }
    lanes.forEach(({ strikes }, lane) => {
      const more = begun[lane] - strikes.filter((s) => s.take === take.id).length;
      doubled += Math.max(0, more);
      missed += Math.max(0, -more);
    });
  }
  return { doubled, missed };
}
