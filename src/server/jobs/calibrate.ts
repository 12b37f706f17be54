import type { Finding } from '@/core/findings/finding';
import { calibrateLevel } from '@/core/calibrate/level';
import type { LevelTake } from '@/core/calibrate/level-types';
import type { Fault } from '@/core/result';
import { columnOf } from '@/core/signal/take';
import { problem } from '../problem';
import { asked } from './asked';
import { askedTake } from './asked-take';
import { linesLeftOut } from './lines-left-out';
import { CalibrateRequest } from './requests';

/** Calibrates a sensor from its takes: `{ board, sensor, takes }` → `{ calibration, readings, findings }`. */
export function calibrate(text: string): Response {
  const request = asked(text, CalibrateRequest);
  if (!request.ok) return request.response;
  const { board, sensor, phantomsPerHour } = request.value;
  const read = readTakes(request.value);
  if (read.faults.length > 0) return problem(422, 'A take cannot be read', read.faults);
  const job = { bits: board.bits, sensor: sensor.id, takes: read.takes, phantomsPerHour };
  const report = calibrateLevel(job);
  if (!report.ok) return problem(422, 'These takes cannot be calibrated from', report.faults);
  const { calibration, readings } = report.value;
  return Response.json({ calibration, readings, findings: [...read.findings, ...report.value.findings] });
}

function readTakes({ board, sensor, takes }: CalibrateRequest) {
  const faults: Fault[] = [];
  const findings: Finding[] = [];
  const columns: LevelTake[] = [];
  takes.forEach((take, i) => {
    const read = askedTake(take.csv, `takes.${i}.csv`, board, [sensor.channel]);
    if (!read.ok) return void faults.push(...read.faults);
    const { frames, notes } = read.value;
    if (!frames.channels.includes(sensor.channel))
      return void faults.push({
        path: `takes.${i}.csv`,
        says: `a column ${sensor.channel} is required, got ${frames.channels.join(', ')}`,
      });
    findings.push(...linesLeftOut(read.value, sensor.id));
    columns.push({
      id: notes.take ?? `${i + 1}-${take.role}`,
      role: take.role,
      marks: take.marks,
      tUs: frames.tUs,
      counts: columnOf(frames, sensor.channel),
    });
  });
  return { takes: columns, findings, faults };
}
