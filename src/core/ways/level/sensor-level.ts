import type { SensorJob } from '../../calibrate/report';
import type { Finding } from '../../findings/finding';
import type { Lane } from '../../instrument/sensor';
import { ok, refuse, type Result } from '../../result';
import { columnOf, type Take } from '../../signal/take';
import { median } from '../../signal/quantile';
import { withoutBleeds } from './bleed';
import { calibrateLevel } from './calibrate';
import { laneOutliers } from './findings/lane-outliers';
import { loadsAlone } from './known/loaded-alone';
import { LEVEL_BANK_STEPS } from './steps';
import { playLane, type PlayedLane } from './played-lane';
import { DEFAULT_PHANTOMS_PER_HOUR } from '../../calibrate/thresholds';
import { counted } from '../../units/counted';
import type { LevelCalibration, LevelLane } from './calibration';
import type { LaneLevel } from './lane-level';
import type { LaneReport, LevelJob, LevelReport } from './report';

/** What a kind says of its part. */
interface LevelPart {
  /** What a guided take of known loads asks for. */
  loads?: LevelJob['loads'];
  /** Whether its rest creeps after it was pressed hard. */
  creeps?: boolean;
}

/** Calibrates a sensor's lanes as levels, each from the takes that have its column; a lane without any is left out. */
export function calibrateSensorLevel(
  job: SensorJob,
  progress?: (share: number) => void,
  { loads = 'weights', creeps = false }: LevelPart = {},
): Result<LevelReport> {
  const all = withLoadsAlone(job);
  const recorded = job.sensor.lanes.flatMap((lane) => {
    const takes = all.filter((t) => t.channels.includes(lane.column ?? ''));
    return takes.length > 0 ? [{ lane, takes }] : [];
  });
  if (recorded.length === 0)
    return refuse({ path: 'takes', says: `a column ${job.sensor.lanes[0].column ?? ''} is required` });
  const reports: LaneReport[] = [];
  const left: Finding[] = [];
  const played: PlayedLane[] = [];
  let refused: Result<unknown> | null = null;
  for (const [i, { lane, takes }] of recorded.entries()) {
    const read = playLane({ ...laneJob(job, lane, takes), loads }, (share) =>
      progress?.((i + share) / recorded.length),
    );
    if (read.ok) played.push(read.value);
    else {
      refused ??= read;
      left.push(leftOut(job, lane.id, read.faults[0].says));
    }
  }
  for (const { lane, bleeds } of withoutBleeds(played)) {
    const read = calibrateLevel(lane, bleeds);
    if (read.ok) reports.push(job.sensor.lanes.length === 1 ? read.value : ofItsLane(read.value));
    else {
      refused ??= read;
      left.push(leftOut(job, lane.job.lane, read.faults[0].says));
    }
  }
  if (reports.length === 0 && refused && !refused.ok) return refused;
  left.push(...laneOutliers(reports, job.sensor.id));
  return together(reports, left, job.phantomsPerHour ?? DEFAULT_PHANTOMS_PER_HOUR, creeps);
}

/** Its takes; in those of known loads each lane moves by what lies on itself. */
function withLoadsAlone({ sensor, takes }: SensorJob): readonly Take[] {
  const rest = takes.find(({ role }) => role === 'rest');
  if (!rest || rest.tUs.length === 0) return takes;
  const rests = new Map(
    sensor.lanes.flatMap(({ column }) =>
      column !== undefined && rest.channels.includes(column)
        ? [[column, median(Array.from(columnOf(rest, column)))] as const]
        : [],
    ),
  );
  return takes.map((take) => (take.role === 'weights' ? loadsAlone(take, rests) : take));
}

/** Soft gestures that the guide asks of each lane of several. */
const ENOUGH_OF_A_LANE = LEVEL_BANK_STEPS.find(({ role }) => role === 'soft')!.gestures!;

const laneJob = (
  { board, sensor, phantomsPerHour }: SensorJob,
  { id, column }: Lane,
  takes: readonly Take[],
): LevelJob => ({
  bits: board.bits,
  sensor: sensor.id,
  lane: id,
  takes: takes.map((t) => ({
    ...{ id: t.id, role: t.role, marks: t.marks, weights: t.weights, pressures: t.pressures, tUs: t.tUs },
    counts: columnOf(t, column!),
  })),
  phantomsPerHour,
  sheet: sensor.facts,
  ...(sensor.lanes.length > 1 ? { enoughSoft: ENOUGH_OF_A_LANE } : {}),
});

/** A report whose findings say which lane of several they are about. */
const ofItsLane = (report: LaneReport): LaneReport => ({
  ...report,
  findings: report.findings.map((f) => ({ ...f, lane: report.level.lane })),
});

/** A lane of several that cannot be calibrated from these takes. @param says why */
const leftOut = ({ sensor }: SensorJob, id: string, says: string): Finding => ({
  ...{ code: 'lane-not-played', severity: 'fault', sensor: sensor.id, lane: id },
  says: `${id} stays silent: ${says}.`,
  causes: ['it was left out', 'its wire is off, or on another input'],
  cures: [{ says: 'Play each one again', cost: 'half a minute', redo: 'medium' }],
});

/** The lanes' reports as their sensor's: what they share must be the same for all. @param reports one or more */
function together(
  reports: LaneReport[],
  left: readonly Finding[],
  limit: number,
  creeps: boolean,
): Result<LevelReport> {
  const oneWay = reports.filter(({ level }) => !level.down);
  const polarity = oneWay[0]?.level.polarity ?? 'rising';
  const against = oneWay.find(({ level }) => level.polarity !== polarity);
  if (against)
    return refuse({
      path: 'takes',
      says: `all lanes must move the same way when played; ${against.level.lane} moves the other way. Swap its supply and ground`,
    });
  const calibration: LevelCalibration = {
    is: 'level',
    polarity,
    holdOffMs: Math.max(...reports.map(({ level }) => level.holdOffMs ?? 0)),
    ...(creeps && {
      creep: 'followed',
      creepPerSecond: Math.max(...reports.map((r) => r.readings.creepPerSecond)),
    }),
    lanes: reports.map(({ level }) => recordOf(level, polarity)),
    takes: [...new Set(reports.flatMap((r) => r.takes))],
    method: methodOf(limit, reports),
  };
  const [first] = reports;
  return ok({
    is: 'level',
    calibration,
    readings:
      reports.length === 1
        ? first.readings
        : { lanes: reports.map(({ level, readings }) => ({ lane: level.lane, ...readings })) },
    findings: [...left, ...reports.flatMap((r) => r.findings)],
    lanes: reports,
    mark: first.mark,
  });
}

/** What belongs to the lane alone. A lane that is played both ways may call either side "up". */
function recordOf(level: LaneLevel, polarity: LaneLevel['polarity']): LevelLane {
  const { lane, rest, noise, up, down, attack, force, pressure } = level;
  const turned = down !== null && level.polarity !== polarity;
  const sides = turned ? { up: down, down: up } : { up, down };
  return {
    ...{ lane, rest, noise, ...sides },
    ...(attack && { attack }),
    ...(force && { force }),
    ...(pressure && { pressure }),
  };
}

function methodOf(limit: number, reports: readonly LaneReport[]): string {
  const raised = reports.filter((r) => r.raisedBy > 0);
  const by =
    reports.length === 1
      ? raised.map((r) => ` On then raised by ${r.raisedBy}, so that the gate opens once a gesture.`)
      : raised.length === 0
        ? []
        : [` On then raised on ${counted(raised.length, 'lane')}, so that the gate opens once a gesture.`];
  const over = [
    ...(reports.some((r) => r.overCreep) ? [' Both over where it creeps back from after a gesture.'] : []),
    ...(reports.some((r) => r.overBleeds) ? [' Both over what other lanes move a lane by.'] : []),
  ];
  return `Rest: median. Noise: 1.4826 × MAD. On: lowest count with under ${limit} phantom notes an hour, 6 σ or more above rest; off: 4 σ below it.${[...by, ...over].join('')} Hold-off: one and a half times the slowest passage of the gate. Reach: p95 of loud peaks plus 5 %.`;
}
