import type { Board } from '../instrument/board';
import type { Calibration } from '../instrument/calibration';
import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import { boardOf } from '../instrument/access';
import { withFirstVoices } from '../kinds/first-voices';
import { kindOf } from '../kinds/registry';
import { wayNamed } from '../ways/registry';

/** A calibration of the kind's way; none where that comes later. */
function plannedCalibration({ lanes, ...sensor }: Sensor, { bits }: Board): Calibration | undefined {
  const { way } = kindOf(sensor);
  const ids = lanes.map(({ id }) => id);
  return way === null ? undefined : wayNamed(way).planned(ids, 2 ** bits - 1);
}

/** The instrument as it will be once everything is measured: a calibration for each sensor, and its first voices where none hears it. */
export function draftOf(instrument: Instrument): Instrument {
  const sensors = instrument.sensors.map((sensor) =>
    sensor.calibration
      ? sensor
      : { ...sensor, calibration: plannedCalibration(sensor, boardOf(instrument, sensor)) },
  );
  return sensors.filter((s) => s.calibration).reduce(withFirstVoices, { ...instrument, sensors });
}
