import { upperBound } from '@/core/calibrate/missed-share';
import type { BankReport, LaneReading } from '@/core/calibrate/report';
import type { Cure } from '@/core/findings/finding';
import type { Sensor } from '@/core/instrument/sensor';
import { Findings } from '../parts/findings';
import { Reading } from '../parts/station';
import { sentence } from '../parts/words';
import { wordsOf } from '../ways/registry';
import type { SharedReading } from '../ways/way-words';
import { WayChoices } from './way-choices';

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
  const lanes = report?.readings.lanes ?? null;
  return (
    <>
      {sensor.lanes.length > 1 ? (
        <LanesPlayed lanes={lanes} of={sensor.lanes.length} />
      ) : (
        <Reading
          label="Measured from"
          value={lanes ? String(lanes[0].gestures) : '–'}
          unit={(calibration && wordsOf(calibration).counts) ?? 'gestures'}
        >
          {calibration
            ? `${sentence(wordsOf(calibration).measured(calibration, sensor).all)}.`
            : 'Comes from your takes.'}
        </Reading>
      )}
      {report && <Replayed numbers={report.readings.numbers} />}
      {calibration && <SharedReadings list={wordsOf(calibration).shared(calibration)} />}
      {report && <SharedReadings list={wordsOf(report.calibration).read?.(report.readings.numbers) ?? []} />}
      {sensor.calibration && <WayChoices sensor={sensor} calibration={sensor.calibration} />}
      {report && <Findings findings={report.findings} act={act} />}
    </>
  );
}

const SharedReadings = ({ list }: { list: readonly SharedReading[] }) =>
  list.map(({ label, term, value, unit, says }) => (
    <Reading key={label} label={label} term={term} value={value} unit={unit}>
      {says}
    </Reading>
  ));

function LanesPlayed({ lanes, of }: { lanes: readonly LaneReading[] | null; of: number }) {
  const played = lanes?.filter((l) => l.gestures > 0).length ?? null;
  return (
    <Reading
      label="Lanes played"
      term="lane"
      value={played === null ? '–' : String(played)}
      unit={`of ${of}`}
    >
      {played === null ? 'Comes from your takes.' : 'A lane that was not played stays silent.'}
    </Reading>
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
