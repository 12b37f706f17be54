import type { SensorJob } from '@/core/calibrate/report';
import type { Finding } from '@/core/findings/finding';
import { kindOf } from '@/core/kinds/registry';
import { factFaults } from '@/core/kinds/rules';
import { workingsOf } from '@/core/kinds/workings-registry';
import type { Lane } from '@/core/instrument/sensor';
import type { Fault } from '@/core/result';
import { framesOf } from '@/core/signal/frames';
import type { Take } from '@/core/signal/take';
import { no, type Asked } from '../body';
import { problem } from '../problem';
import { asked } from './asked';
import { askedTake } from './asked-take';
import { linesLeftOut } from './lines-left-out';
import { CalibrateRequest } from './requests';

/** Calibrates a sensor from its takes: `{ board, sensor, takes }` → `{ calibration, readings, findings }`. */
export function calibrate(text: string): Response {
  const request = asked(text, CalibrateRequest);
  if (!request.ok) return request.response;
  const lanes = lanesOf(request.value);
  if (!lanes.ok) return lanes.response;
  const { board, sensor, phantomsPerHour } = request.value;
  const unfit = factFaults(sensor, 'sensor');
  if (unfit.length > 0) return problem(422, 'The request does not hold what is needed', unfit);
  const read = readTakes(request.value, lanes.value);
  if (read.faults.length > 0) return problem(422, 'A take cannot be read', read.faults);
  const job: SensorJob = {
    board,
    sensor: { ...sensor, name: sensor.id, lanes: lanes.value },
    takes: read.takes,
    phantomsPerHour,
  };
  const report = workingsOf(sensor).calibrate(job);
  if (!report.ok) return problem(422, 'These takes cannot be calibrated from', report.faults);
  const { calibration, readings, findings } = report.value;
  return Response.json({ calibration, readings, findings: [...read.findings, ...findings] });
}

/** The sensor's lanes: `channel` is short for one of that column, or of that contact. */
function lanesOf({ sensor }: CalibrateRequest): Asked<Lane[]> {
  const { are, least, most, contacts = 1 } = kindOf(sensor).lanes;
  const refused = (path: string, says: string) =>
    no(problem(422, 'The request does not hold what is needed', [{ path, says }]));
  if (sensor.channel === undefined && !sensor.lanes)
    return refused('sensor.channel', 'a channel, or lanes with a column each, are required');
  const lanes = sensor.lanes ?? [
    { id: sensor.id, ...(are === 'counts' ? { column: sensor.channel } : { contacts: [sensor.channel!] }) },
  ];
  if (lanes.length < least || lanes.length > most)
    return refused('sensor.lanes', `${least} … ${most} lanes are required, got ${lanes.length}`);
  const without = lanes.findIndex((l) =>
    are === 'counts' ? l.column === undefined : l.contacts?.length !== contacts,
  );
  if (without >= 0)
    return refused(
      `sensor.lanes.${without}`,
      are === 'counts'
        ? 'a column is required'
        : contacts === 1
          ? 'a contact is required'
          : 'two contacts are required',
    );
  return { ok: true, value: lanes };
}

/** Places along a length, or spots of a surface. */
const markedIn = ({ places = [] }: CalibrateRequest['takes'][0]): Pick<Take, 'places' | 'spots'> => {
  if (places.length === 0) return {};
  const spots = places.filter((place) => typeof place !== 'number');
  return spots.length > 0 ? { spots } : { places: places.filter((place) => typeof place === 'number') };
};

function readTakes({ board, sensor, takes }: CalibrateRequest, lanes: readonly Lane[]) {
  const columns = lanes.flatMap((l) => l.column ?? []);
  const contacts = lanes.flatMap((l) => l.contacts ?? []);
  const faults: Fault[] = [];
  const findings: Finding[] = [];
  const kept: Take[] = [];
  takes.forEach((take, i) => {
    const read = askedTake(take.csv, `takes.${i}.csv`, board, columns);
    if (!read.ok) return void faults.push(...read.faults);
    const { frames, notes } = read.value;
    const own = framesOf(frames, columns, contacts);
    if (own.channels.length === 0 && !own.edges)
      return void faults.push({
        path: `takes.${i}.csv`,
        says: `a column ${[...columns, ...contacts].join(' or ')} is required, got ${frames.channels.join(', ')}`,
      });
    findings.push(...linesLeftOut(read.value, sensor.id));
    const id = notes.take ?? `${i + 1}-${take.role}`;
    const { role, marks, weights, pressures } = take;
    kept.push({ ...own, id, role, marks, weights, pressures, ...markedIn(take) });
  });
  return { takes: kept, findings, faults };
}
