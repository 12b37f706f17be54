import { bySeverity } from '../../ways/level/findings/level-findings';
import { oneLevelGuide } from '../../ways/level/one-level-guide';
import { calibrateSensorLevel } from '../../ways/level/sensor-level';
import { simulatedBreathMembrane } from './simulate';
import { turnBackFindings } from './turn-back';
import type { Workings } from '../workings';

/** How a breath membrane is guided, calibrated and simulated. */
export const breathMembraneWorkings: Workings = {
  guide: oneLevelGuide,
  calibrate: (job, progress) => {
    const report = calibrateSensorLevel(job, progress, { loads: 'pressures' });
    if (!report.ok) return report;
    const { findings, lanes } = report.value;
    return {
      ok: true,
      value: { ...report.value, findings: bySeverity([...turnBackFindings(job, lanes[0]), ...findings]) },
    };
  },
  simulate: simulatedBreathMembrane,
};
