import { upperBound } from '@/core/calibrate/missed-share';
import type { BankReport } from '@/core/calibrate/report';
import type { Cure } from '@/core/findings/finding';
import type { Sensor } from '@/core/instrument/sensor';
import { Findings } from '../parts/findings';
import { Reading } from '../parts/station';
import { wordsOf } from '../ways/registry';

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
        term="lane"
        value={played === null ? '–' : String(played)}
        unit={`of ${sensor.lanes.length}`}
      >
        {played === null ? 'Comes from your takes.' : 'A lane that was not played stays silent.'}
      </Reading>
      {report && <Replayed numbers={report.readings.numbers} />}
      {calibration &&
        wordsOf(calibration)
          .shared(calibration)
          .map(({ label, term, value, unit, says }) => (
            <Reading key={label} label={label} term={term} value={value} unit={unit}>
              {says}
            </Reading>
          ))}
      {report && <Findings findings={report.findings} act={act} />}
    </>
  );
}

/** What the takes play with what was measured, where the kind has played them. */
function Replayed({ numbers }: { numbers: Record<string, number> }) {
  const { strikes, doubled, missed } = numbers;
  if (strikes === undefined) return null;
  return (
    <Reading label="Doubled, missed" value={`${doubled}, ${missed}`} unit={`of ${strikes}`}>
      Your takes, played with these values. With only {strikes} tries the true share of missed ones could be
      up to {Math.round(100 * upperBound(missed, strikes))} %.
    </Reading>
  );
}
