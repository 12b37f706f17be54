import { choiceOf, holdOffPrice, LONGEST_HOLD_OFF_MS, priceOf, type Choice } from '@/core/calibrate/choice';
import type { Cure } from '@/core/findings/finding';
import type { LevelReport } from '@/core/calibrate/level-types';
import { HYSTERESIS_SIGMAS } from '@/core/calibrate/thresholds';
import type { LevelCalibration } from '@/core/instrument/calibration';
import { Findings } from '../parts/findings';
import { NumberField } from '../parts/number-field';
import { Reading } from '../parts/station';
import { perHourWords } from '../parts/words';

/** What "off" is worth: as far below "on" as noise needs, or not. */
function offWords({ on, off, noise }: LevelCalibration): string {
  const sigmas = Math.abs(on - off) / noise;
  return sigmas >= HYSTERESIS_SIGMAS
    ? `Off at ${off}, so a note held at the edge will not stutter.`
    : `Off at ${off}, ${sigmas.toFixed(1)} σ below: a note held at the edge can stutter.`;
}

/** The few numbers that matter of a calibration, why, and the findings. */
export function CalibrationReading({
  report,
  shown,
  move,
  act,
}: {
  report: LevelReport | null;
  shown: LevelCalibration;
  move: (next: (before: Choice) => Choice) => void;
  act: (cure: Cure) => void;
}) {
  const price = report && priceOf(report, shown);
  const seconds = report ? Math.round(report.rest.seconds) : 0;
  return (
    <>
      <Reading label="On threshold" value={String(shown.on)} unit="counts">
        {(Math.abs(shown.on - shown.rest) / shown.noise || 0).toFixed(1)} σ from rest. {offWords(shown)}
        {shown.onDown !== null && ` Drawn: on ${shown.onDown}, off ${shown.offDown}.`}
      </Reading>
      {price && (
        <>
          <Reading label="Phantom notes" value={perHourWords(price.phantomsPerHour)}>
            {price.observedPerHour > 0
              ? `${Math.round((price.observedPerHour * seconds) / 3600)} happened in ${seconds} s of rest.`
              : `Predicted from ${seconds} s of rest. None happened in them.`}
          </Reading>
          <Reading
            label="Soft ones missed"
            value={String(price.missed.missed)}
            unit={`of ${price.missed.of}`}
          >
            {price.missed.upTo === null
              ? 'No soft ones were played.'
              : `Up to ${Math.round(100 * price.missed.upTo)} % could still be.`}
          </Reading>
        </>
      )}
      <Reading
        label="Hold-off"
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
        Reach {shown.reach.up}
        {shown.reach.down === null ? '' : ` pushed, ${shown.reach.down} drawn`}: loud playing and 5 %.
        {report ? ` ${report.readings.levels} levels stand clear of the noise.` : ''}
      </Reading>
      {report && <Findings findings={report.findings} act={act} />}
    </>
  );
}
