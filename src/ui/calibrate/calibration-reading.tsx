import { choiceOf, holdOffPrice, LONGEST_HOLD_OFF_MS, priceOf, type Choice } from '@/core/ways/level/choice';
import type { Cure } from '@/core/findings/finding';
import type { LevelReport } from '@/core/ways/level/report';
import { HYSTERESIS_SIGMAS } from '@/core/calibrate/thresholds';
import type { LevelCalibration } from '@/core/ways/level/calibration';
import type { Sensor } from '@/core/instrument/sensor';
import { Findings } from '../parts/findings';
import { NumberField } from '../parts/number-field';
import { Reading } from '../parts/station';
import { sidesOf } from '../parts/sides';
import { Term } from '../parts/term';
import { perHourWords, quietWords, sentence } from '../parts/words';

/** What "off" is worth: as far below "on" as noise needs, or not. */
function offWords({ on, off, noise }: LevelCalibration): string {
  const sigmas = Math.abs(on - off) / noise;
  return sigmas >= HYSTERESIS_SIGMAS
    ? `Off at ${off}, so a note held at the edge will not stutter.`
    : `Off at ${off}, ${sigmas.toFixed(1)} σ below: a note held at the edge can stutter.`;
}

/** The few numbers that matter of a calibration, why, and the findings. */
export function CalibrationReading({
  sensor,
  report,
  shown,
  move,
  act,
}: {
  sensor: Sensor;
  report: LevelReport | null;
  shown: LevelCalibration;
  move: (next: (before: Choice) => Choice) => void;
  act: (cure: Cure) => void;
}) {
  const { outward, inward } = sidesOf(sensor);
  const price = report && priceOf(report, shown);
  const seconds = report ? Math.round(report.rest.seconds) : 0;
  return (
    <>
      <Reading label="On threshold" term="threshold" value={String(shown.on)} unit="counts">
        {offWords(shown)}
        {shown.onDown !== null && ` ${sentence(inward)}: on ${shown.onDown}, off ${shown.offDown}.`} It lies{' '}
        {(Math.abs(shown.on - shown.rest) / shown.noise || 0).toFixed(1)} <Term is="σ">σ</Term> from rest.
      </Reading>
      {price && (
        <>
          <Reading
            label="Notes that would sound though nobody plays"
            term="phantom"
            value={perHourWords(price.phantomsPerHour)}
          >
            {price.observedPerHour > 0
              ? `${Math.round((price.observedPerHour * seconds) / 3600)} happened in ${seconds} s of rest.`
              : `None happened in ${seconds} s of rest; predicted from its noise.`}
          </Reading>
          <Reading
            label="Soft ones missed"
            value={String(price.missed.missed)}
            unit={`of ${price.missed.of}`}
          >
            {price.missed.upTo === null
              ? 'No soft ones were played.'
              : `With only ${price.missed.of} tries the true share could be up to ${Math.round(100 * price.missed.upTo)} %.`}
          </Reading>
        </>
      )}
      <Reading
        label="Hold-off"
        term="hold-off"
        value={
          <NumberField
            label="Hold-off, ms"
            value={choiceOf(shown).holdOffMs}
            low={0}
            high={LONGEST_HOLD_OFF_MS}
            set={(holdOffMs) => move((before) => ({ ...before, holdOffMs }))}
          />
        }
        unit="ms"
      >
        {holdOffPrice(choiceOf(shown).holdOffMs)}
      </Reading>
      <Reading label="Rest" value={shown.rest.toFixed(1)} unit={`± ${shown.noise.toFixed(1)}`}>
        {report
          ? `${quietWords(report.readings.levels)}: ${report.readings.levels} steps stay clear of its noise. `
          : ''}
        <Term is="reach">Reach</Term> {shown.reach.up}
        {shown.reach.down === null ? '' : ` ${outward}, ${shown.reach.down} ${inward}`}: your loud playing and
        5 %.
      </Reading>
      {report && <Findings findings={report.findings} act={act} />}
    </>
  );
}
