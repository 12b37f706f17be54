import dynamic from 'next/dynamic';
import { choiceOf, holdOffPrice, LONGEST_HOLD_OFF_MS, priceOf, type Choice } from '@/core/ways/level/choice';
import type { Cure } from '@/core/findings/finding';
import type { LaneReport } from '@/core/ways/level/report';
import { HYSTERESIS_SIGMAS } from '@/core/calibrate/thresholds';
import { countAt, type LaneLevel, type SideName } from '@/core/ways/level/lane-level';
import type { Sensor } from '@/core/instrument/sensor';
import { Findings } from '../parts/findings';
import { NumberField } from '../parts/number-field';
import { Reading } from '../parts/station';
import { sidesOf } from '../parts/sides';
import { Term } from '../parts/term';
import { perHourWords, quietWords, sentence } from '../parts/words';

/** Loaded where something can be chosen. */
const WayChoices = dynamic(() => import('./way-choices').then((m) => m.WayChoices));
/** Loaded where known loads were laid on. */
const KnownReading = dynamic(() => import('./known-reading').then((m) => m.KnownReading));

/** What "off" is worth: as far below "on" as noise needs, or not. */
function offWords(level: LaneLevel): string {
  const { on, off } = level.up;
  const sigmas = (on - off) / level.noise;
  return sigmas >= HYSTERESIS_SIGMAS
    ? `Off at ${countAt(level, off)}, so a note held at the edge will not stutter.`
    : `Off at ${countAt(level, off)}, ${sigmas.toFixed(1)} σ below: a note held at the edge can stutter.`;
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
  report: LaneReport | null;
  shown: LaneLevel;
  move: (next: (before: Choice) => Choice) => void;
  act: (cure: Cure) => void;
}) {
  const { outward, inward } = sidesOf(sensor);
  const price = report && priceOf(report, shown);
  const { up, down } = shown;
  const at = (distance: number, side: SideName = 'up') => countAt(shown, distance, side);
  const asPlayed = report === null || report.level.up.reach === up.reach;
  const seconds = report ? Math.round(report.rest.seconds) : 0;
  return (
    <>
      <Reading label="On threshold" term="threshold" value={String(at(up.on))} unit="counts">
        {offWords(shown)}
        {down && ` ${sentence(inward)}: on ${at(down.on, 'down')}, off ${at(down.off, 'down')}.`} It lies{' '}
        {(Math.abs(at(up.on) - shown.rest) / shown.noise || 0).toFixed(1)} <Term is="σ">σ</Term> from rest.
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
        <Term is="reach">Reach</Term> {at(up.reach)}
        {down && ` ${outward}, ${at(down.reach, 'down')} ${inward}`}:{' '}
        {asPlayed
          ? 'your loud playing and 5 %.'
          : 'not as these takes have it; see below where it comes from.'}
      </Reading>
      {sensor.calibration && 'creep' in sensor.calibration && (
        <WayChoices sensor={sensor} calibration={sensor.calibration} />
      )}
      {asPlayed && report?.readings.known && <KnownReading known={report.readings.known} />}
      {report && <Findings findings={report.findings} act={act} />}
    </>
  );
}
