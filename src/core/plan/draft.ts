import type { Board } from '../instrument/board';
import type { Calibration } from '../instrument/calibration';
import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import { boardOf } from '../instrument/access';
import { withFirstVoices } from '../kinds/first-voices';
import { kindOf } from '../kinds/registry';
import { wayNamed } from '../ways/registry';

/** A calibration of the kind's way. */
const plannedCalibration = ({ lanes, ...sensor }: Sensor, { bits }: Board): Calibration =>
  wayNamed(kindOf(sensor).way).planned(
    lanes.map(({ id }) => id),
    2 ** bits - 1,
  );

/** The instrument as it will be once everything is measured: a calibration for each sensor, and its first voices where none hears it. */
export function draftOf(instrument: Instrument): Instrument {
  const sensors = instrument.sensors.map((sensor) =>
    sensor.calibration
      ? sensor
      : { ...sensor, calibration: plannedCalibration(sensor, boardOf(instrument, sensor)) },
  );
  return sensors.reduce(withFirstVoices, { ...instrument, sensors });
}
