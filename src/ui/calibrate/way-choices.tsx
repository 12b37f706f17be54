import type { Calibration } from '@/core/instrument/calibration';
import { withMarks } from '@/core/ways/kept';
import type { Sensor } from '@/core/instrument/sensor';
import { useInstrument, useWorkspace } from '../hooks/use-session';
import { NumberField } from '../parts/number-field';
import { Pick } from '../parts/pick';
import { wordsOf } from '../ways/registry';
import styles from './calibrate.module.css';
import { useAcceptCalibration } from './use-accept';

/** What of a calibration is chosen, not measured; it is played at once, and stays when it is measured again. */
export function WayChoices({ sensor, calibration }: { sensor: Sensor; calibration: Calibration }) {
  const accept = useAcceptCalibration(sensor);
  const disabled = useWorkspace((s) => s.readOnly);
  const { scenes } = useInstrument();
  const choices = wordsOf(calibration).choices?.(calibration, scenes.length) ?? [];
  if (choices.length === 0) return null;
  const set = (label: string, next: Calibration) =>
    void accept(withMarks(calibration, next), `${sensor.name}: ${label.toLowerCase()} chosen`, sensor.mark);
  return (
    <div className={styles.choices}>
      {choices.map((choice) => {
        const { label } = choice;
        return choice.is === 'number' ? (
          <NumberField
            key={label}
            {...{ label, labelled: true, disabled }}
            {...{ value: choice.value, low: choice.low, high: choice.high }}
            set={(value) => set(label, choice.with(value))}
          />
        ) : (
          <Pick
            key={label}
            {...{ label, labelled: true, disabled, value: choice.value, options: choice.options }}
            set={(value) => set(label, choice.with(value))}
          />
        );
      })}
    </div>
  );
}
