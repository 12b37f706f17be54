import { ok, refuse, type Result } from '../../result';
import { columnOf } from '../../signal/take';
import { calibrateLevel } from './calibrate';
import type { LevelReport } from './report';
import type { SensorJob } from '../../calibrate/report';

/** Calibrates a kind whose one lane is a level. Takes without its column are passed over. */
export function calibrateSensorLevel(
  { board, sensor, takes, phantomsPerHour }: SensorJob,
  progress?: (share: number) => void,
): Result<LevelReport> {
  const column = sensor.lanes[0].column ?? '';
  const own = takes.filter((t) => t.channels.includes(column));
  if (own.length === 0) return refuse({ path: 'takes', says: `a column ${column} is required` });
  const read = calibrateLevel(
    {
      bits: board.bits,
      sensor: sensor.id,
      takes: own.map((t) => ({
        id: t.id,
        role: t.role,
        marks: t.marks,
        tUs: t.tUs,
        counts: columnOf(t, column),
      })),
      phantomsPerHour,
    },
    progress,
  );
  return read.ok ? ok(read.value) : read;
}
