import { calibrateLevel } from '@/core/calibrate/level';
import type { LevelTake } from '@/core/calibrate/level-types';
import type { Finding } from '@/core/calibrate/findings';
import { leftOutWords } from '@/core/exchange/take-csv';
import type { Fault } from '@/core/result';
import { columnOf } from '@/core/signal/take';
import { askedTake } from '@/server/asked-take';
import { answered, deadline, readBody } from '@/server/body';
import { problem } from '@/server/problem';
import { CalibrateRequest } from '@/server/requests';

/** Calibrates a sensor from its takes: `{ board, sensor, takes }` → `{ calibration, readings, findings }`. */
export async function POST(request: Request): Promise<Response> {
  const asked = await readBody(request, CalibrateRequest);
  if (!asked.ok) return asked.response;
  const { board, sensor, takes, phantomsPerHour } = asked.value;
  return answered(async () => {
    const late = deadline();
    const faults: Fault[] = [];
    const findings: Finding[] = [];
    const columns: LevelTake[] = [];
    takes.forEach((take, i) => {
      late();
      const read = askedTake(take.csv, `takes.${i}.csv`, board, [sensor.channel]);
      if (!read.ok) return void faults.push(...read.faults);
      const { frames } = read.value;
      if (!frames.channels.includes(sensor.channel))
        return void faults.push({
          path: `takes.${i}.csv`,
          says: `a column ${sensor.channel} is required, got ${frames.channels.join(', ')}`,
        });
      const says = leftOutWords(read.value);
      const id = read.value.notes.take ?? `${i + 1}-${take.role}`;
      if (says)
        findings.push({
          code: 'lines-left-out',
          severity: 'doubt',
          sensor: sensor.id,
          says,
          causes: ['the file was edited or cut'],
          cures: [],
        });
      columns.push({
        id,
        role: take.role,
        marks: take.marks,
        tUs: frames.tUs,
        counts: columnOf(frames, sensor.channel),
      });
    });
    if (faults.length > 0) return problem(422, 'A take cannot be read', faults);
    const job = { bits: board.bits, sensor: sensor.id, takes: columns, phantomsPerHour };
    const report = calibrateLevel(job, late);
    if (!report.ok) return problem(422, 'These takes cannot be calibrated from', report.faults);
    const { calibration, readings } = report.value;
    return Response.json({ calibration, readings, findings: [...findings, ...report.value.findings] });
  });
}
