import { lanesLeft } from '../ways/registry';
import { hears, sensorOf } from '../instrument/access';
import type { Instrument } from '../instrument/document';
import { sourcesOf } from '../instrument/rules/voices';
import type { Sensor } from '../instrument/sensor';
import { counted } from '../units/counted';

/** Whether a sensor is heard on the board, in part, or not, and why. */
export interface Sounding {
  sensor: string;
  sounds: 'all' | 'some' | 'none';
  /** Why not, or not all, in a few words; what it does, where it sounds. */
  because: string;
  /** Where that is mended. */
  at: 'calibrate' | 'voice' | null;
}

/** What the board will play of each sensor, as the instrument stands. */
export const soundingOf = (instrument: Instrument): Sounding[] =>
  instrument.sensors.map((sensor) => ({ sensor: sensor.id, ...stateOf(instrument, sensor) }));

function stateOf(instrument: Instrument, sensor: Sensor): Omit<Sounding, 'sensor'> {
  const silent = (because: string, at: Sounding['at']) => ({ sounds: 'none', because, at }) as const;
  if (instrument.boards.some(({ button }) => button === sensor.id))
    return silent('the calibration button', null);
  if (!sensor.calibration) return silent('not calibrated', 'calibrate');
  const voices = instrument.voices.filter((v) => hears(v, sensor.id));
  if (voices.length === 0) return silent('nothing is sent by it', 'voice');
  const waits = (id: string) => !instrument.sensors.find((s) => s.id === id)?.calibration;
  const missing = voices.map((v) => sourcesOf(v).find(([, source]) => waits(source.sensor))?.[1].sensor);
  const nameOf = (id: string | undefined) => instrument.sensors.find((s) => s.id === id)?.name;
  if (missing.every((id) => id !== undefined))
    return silent(`what it plays waits for ${nameOf(missing[0])}, which is not calibrated`, 'calibrate');
  const lanes = lanesLeft(sensor);
  if (lanes > 0)
    return {
      ...{ sounds: 'some', at: 'calibrate' },
      because: `${lanes} of its ${counted(sensor.lanes.length, 'lane')} not measured`,
    };
  if (missing.some((id) => id !== undefined))
    return {
      ...{ sounds: 'some', at: 'calibrate' },
      because: `its note waits for ${nameOf(missing.find((id) => id !== undefined))}`,
    };
  const own = voices.some((v) => sensorOf(v) === sensor.id);
  return { sounds: 'all', because: own ? counted(voices.length, 'voice') : 'chooses the note', at: null };
}
