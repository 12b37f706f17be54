import type { BankReport } from '@/core/calibrate/report';
import type { Cure } from '@/core/findings/finding';
import type { Sensor } from '@/core/instrument/sensor';
import { Findings } from '../parts/findings';
import { Reading } from '../parts/station';
import { sharedReadings } from './bank-words';

/** The few numbers that a bank's lanes share, and the findings. */
export function BankReading({
  sensor,
  report,
  act,
}: {
  sensor: Sensor;
  report: BankReport | null;
  act: (cure: Cure) => void;
}) {
  const calibration = report?.calibration ?? sensor.calibration;
  const played = report?.readings.lanes.filter((l) => l.gestures > 0).length ?? null;
  return (
    <>
      <Reading
        label="Lanes played"
        value={played === null ? '–' : String(played)}
        unit={`of ${sensor.lanes.length}`}
      >
        {played === null ? 'Comes from your takes.' : 'A lane that was not played stays silent.'}
      </Reading>
      {calibration &&
        sharedReadings(calibration).map(({ label, value, unit, says }) => (
          <Reading key={label} label={label} value={value} unit={unit}>
            {says}
          </Reading>
        ))}
      {report && <Findings findings={report.findings} act={act} />}
    </>
  );
}
