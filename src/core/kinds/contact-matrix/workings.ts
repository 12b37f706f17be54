import { LaneGuide } from '../../guide/lane-guide';
import { calibrateContacts } from '../../ways/contacts/calibrate';
import { SimulatedSwitches } from '../switch/simulate';
import type { Workings } from '../workings';
import { ghostFindings } from './ghosts';

/** How a contact matrix is guided, calibrated and simulated: switches, one of which may be closed by three others. */
export const contactMatrixWorkings: Workings = {
  guide: (steps, lanes, rateHz) => new LaneGuide(steps, lanes, rateHz, null),
  calibrate: (job) => {
    const report = calibrateContacts(job);
    if (!report.ok) return report;
    const { findings, ...rest } = report.value;
    return { ok: true, value: { ...rest, findings: [...findings, ...ghostFindings(job)] } };
  },
  simulate: (sensor, _board, seed) => new SimulatedSwitches(sensor, seed),
};
