import { hears } from '../instrument/access';
import type { Calibration } from '../instrument/calibration';
import type { Instrument } from '../instrument/document';
import type { Lane, Sensor } from '../instrument/sensor';
import { withVoices } from '../instrument/with-voices';
import { newSensor } from '../kinds/new-sensor';
import { kindOf } from '../kinds/registry';
import { withPins } from './take-fit';
import { freeId, withWish, type Wish } from './wishes';

/** An instrument with more sensors, on its first board, wired to pins that are left. */
export const withMore = (instrument: Instrument, wish: Wish): Instrument =>
  withPins({ ...instrument, sensors: withWish(instrument.sensors, instrument.boards[0].id, wish) });

/** Another sensor like one, right after it: nothing measured, no pins. */
export function withAnother(instrument: Instrument, id: string): Instrument {
  const at = instrument.sensors.findIndex((s) => s.id === id);
  if (at < 0) return instrument;
  const like = instrument.sensors[at];
  const kind = kindOf(like);
  const own = freeId(
    like.id.replace(/-\d+$/, ''),
    instrument.sensors.map((s) => s.id),
  );
  const number = /-(\d+)$/.exec(own)?.[1] ?? '2';
  const name = `${like.name.replace(/ \d+$/, '')} ${number}`.slice(0, 60);
  const made = newSensor(kind, own, name, like.board, like.lanes.length);
  const another = like.facts ? { ...made, facts: { ...like.facts } } : made;
  const sensors = [...instrument.sensors];
  sensors.splice(at + 1, 0, another);
  return withPins({ ...instrument, sensors });
}

/** Without a sensor and the voices that listen to it; the last one stays. */
export function withoutSensor(instrument: Instrument, id: string): Instrument {
  const sensors = instrument.sensors.filter((s) => s.id !== id);
  if (sensors.length === 0) return instrument;
  const voices = instrument.voices.filter((v) => !hears(v, id));
  return withVoices({ ...instrument, sensors }, voices);
}

/** A sensor so many places further along. */
export function withMoved(instrument: Instrument, id: string, by: number): Instrument {
  const at = instrument.sensors.findIndex((s) => s.id === id);
  const to = Math.min(instrument.sensors.length - 1, Math.max(0, at + by));
  if (at < 0 || to === at) return instrument;
  const sensors = [...instrument.sensors];
  const [own] = sensors.splice(at, 1);
  sensors.splice(to, 0, own);
  return { ...instrument, sensors };
}

/** A sensor with so many lanes: the first ones stay as they are, and what was measured of them. */
export function withLanes(instrument: Instrument, id: string, lanes: number): Instrument {
  const change = (sensor: Sensor): Sensor => {
    const { least, most } = kindOf(sensor).lanes;
    const wanted = Math.min(most, Math.max(least, lanes));
    const kept = sensor.lanes.slice(0, wanted);
    const more = newSensor(kindOf(sensor), id, sensor.name, sensor.board, wanted).lanes.slice(kept.length);
    const all = [...kept, ...more.map((lane, i) => noted(lane, kept, i + 1))];
    return { ...sensor, lanes: all, calibration: sensor.calibration && ofLanes(sensor.calibration, all) };
  };
  const sensors = instrument.sensors.map((s) => (s.id === id ? change(s) : s));
  return withPins({ ...instrument, sensors });
}

/** Where lanes stand for notes, a new one stands for the next. */
function noted(lane: Lane, kept: readonly Lane[], after: number): Lane {
  const last = kept.at(-1)?.note;
  return last === undefined ? lane : { ...lane, note: Math.min(127, last + after) };
}

function ofLanes(calibration: Calibration, lanes: readonly Lane[]): Calibration | undefined {
  if (calibration.is !== 'touch' && calibration.is !== 'strike') return calibration;
  const own = (l: { lane: string }) => lanes.some(({ id }) => id === l.lane);
  if (calibration.is === 'touch') return { ...calibration, lanes: calibration.lanes.filter(own) };
  return { ...calibration, lanes: calibration.lanes.filter(own) };
}
