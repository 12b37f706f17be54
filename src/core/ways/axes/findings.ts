import type { SensorJob } from '../../calibrate/report';
import type { Finding } from '../../findings/finding';
import type { Take } from '../../signal/take';
import type { AxesCalibration } from './calibration';
import type { Side } from './sides';
import type { Axis } from './six-sides';

/** Gains of the axes of one part lie within this share of each other; a part is held still to this share of a g. (Common practice, no source.) */
const GAIN_SHARE = 0.15;
const SIDE_G = 0.08;

/** What is wrong with a tilt: gains that differ, a side that reads no g, a range that was not played. */
export function axesFindings(
  job: SensorJob,
  read: {
    sides: readonly Side[];
    axes: readonly Axis[];
    calibration: AxesCalibration;
    sweep: Take | undefined;
  },
): Finding[] {
  const { sides, axes, calibration, sweep } = read;
  const sensor = job.sensor.id;
  const { lanes, name } = job.sensor;
  const again = (says: string, redo: 'sides' | 'sweep') => [{ says, cost: 'half a minute', redo }];
  const gains = axes.map(({ gain }) => gain);
  const widest = gains.indexOf(Math.max(...gains));
  const narrowest = gains.indexOf(Math.min(...gains));
  const findings: Finding[] = [];
  if (gains[widest] > (1 + GAIN_SHARE) * gains[narrowest])
    findings.push({
      ...{ code: 'gains-differ', severity: 'doubt', sensor, lane: lanes[narrowest].id },
      says: `${lanes[narrowest].id} reads ${Math.round(gains[narrowest])} counts a g and ${lanes[widest].id} ${Math.round(gains[widest])}: one part reads alike on all axes.`,
      causes: [
        'a side was not held upright',
        'an axis clips at an end of the converter',
        'its wire is loose',
      ],
      cures: again('Hold it on its six sides again', 'sides'),
    });
  for (const side of sides) {
    const g = Math.hypot(...axes.map(({ offset, gain }, axis) => (side.levels[axis] - offset) / gain));
    if (Math.abs(g - 1) <= SIDE_G) continue;
    findings.push({
      ...{ code: 'side-reads-wrong', severity: 'doubt', sensor },
      evidence: { take: side.take, fromUs: side.fromUs, toUs: side.toUs },
      says: `A side that was held still reads ${g.toFixed(2)} g.`,
      causes: ['it was moved evenly while it was held', 'an axis clips at an end of the converter'],
      cures: again('Hold it on its six sides again', 'sides'),
    });
  }
  const { roll, pitch } = calibration;
  if (!sweep)
    findings.push({
      ...{ code: 'range-not-played', severity: 'doubt', sensor },
      says: `How far ${name} is tilted as it is played is not known: 45 degrees to each side are taken.`,
      causes: ['there is no take of it'],
      cures: again('Tilt it as you play it', 'sweep'),
    });
  else if (roll.up + roll.down + pitch.up + pitch.down === 0)
    findings.push({
      ...{ code: 'not-tilted', severity: 'fault', sensor },
      evidence: { take: sweep.id, fromUs: sweep.tUs[0], toUs: sweep.tUs[sweep.tUs.length - 1] },
      says: `${name} was not tilted, so it stays silent.`,
      causes: ['it was held still all the while'],
      cures: again('Tilt it as you play it', 'sweep'),
    });
  return findings;
}
