import type { Board } from '../instrument/board';
import type { Calibration } from '../instrument/calibration';
import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import { boardOf } from '../instrument/access';
import { withFirstVoices } from '../kinds/first-voices';
import { kindOf } from '../kinds/registry';

/** What a plan stands for before anything is measured. */
const measured = { takes: [], method: 'planned' };

/** A calibration as large as a real one will be: what a board needs follows from its shape alone. */
function draftCalibration(sensor: Sensor, { bits }: Board): Calibration | undefined {
  const top = 2 ** bits - 1;
  const [rest, on, full] = [top >> 2, top >> 5, top >> 1];
  const lanes = sensor.lanes.map(({ id }) => id);
  switch (kindOf(sensor).way) {
    case 'level':
      return {
        ...{
          is: 'level',
          polarity: 'rising',
          rest,
          noise: 1,
          reach: { up: top - on, down: null },
          ...measured,
        },
        ...{ on: rest + on, off: rest + (on >> 1), onDown: null, offDown: null, holdOffMs: 0 },
        deadZone: { up: on >> 1, down: null },
      };
    case 'touch':
      return {
        ...{ is: 'touch', polarity: 'rising', followPerSecond: 4, longestTouchS: 30, ...measured },
        lanes: lanes.map((lane) => ({ lane, untouched: rest, noise: 1, touched: full, on: on + 1, off: on })),
      };
    case 'strike':
      return {
        ...{ is: 'strike', windowMs: 3, maskMs: 20, halfLifeMs: 8, lengthMs: 100, ...measured },
        lanes: lanes.map((lane) => ({ lane, rest, noise: 1, on, full })),
      };
    case 'contacts':
      return { is: 'contacts', rest: 'open', debounceMs: 5, ...measured };
    default:
      return undefined;
  }
}

/** The instrument as it will be once everything is measured: a calibration for each sensor, and its first voices where none hears it. */
export function draftOf(instrument: Instrument): Instrument {
  const sensors = instrument.sensors.map((sensor) =>
    sensor.calibration
      ? sensor
      : { ...sensor, calibration: draftCalibration(sensor, boardOf(instrument, sensor)) },
  );
  return sensors.filter((s) => s.calibration).reduce(withFirstVoices, { ...instrument, sensors });
}
