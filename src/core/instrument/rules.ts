import type { Fault } from '../result';
import { CURVE_FAMILIES } from '../shape/families';
import { MOST_VOICES_A_SENSOR } from './limits';
import type { Calibration, Instrument, Sensor, Velocity, Voice } from './document';

/** The rules that span fields: what must hold between the parts of an instrument for it to be compiled. */
export function faultsOf(instrument: Instrument): Fault[] {
  const { sensors, voices } = instrument;
  return [
    ...repeated(sensors, 'id', 'sensors'),
    ...repeated(sensors, 'channel', 'sensors'),
    ...repeated(voices, 'id', 'voices'),
    ...sensors.flatMap((s, i) => sensorFaults(s, `sensors.${i}`, 2 ** instrument.board.bits - 1)),
    ...voices.flatMap((v, i) => voiceFaults(v, `voices.${i}`, sensors)),
    ...tooManyVoices(voices),
  ];
}

function repeated<T>(list: T[], key: keyof T & string, path: string): Fault[] {
  const seen = new Set<unknown>();
  return list.flatMap((item, i) => {
    if (!seen.has(item[key])) {
      seen.add(item[key]);
      return [];
    }
    return [{ path: `${path}.${i}.${key}`, says: `must be unique, ${String(item[key])} stands twice` }];
  });
}

function tooManyVoices(voices: Voice[]): Fault[] {
  const counts = new Map<string, number>();
  return voices.flatMap((v, i) => {
    const key = `${v.kind === 'note'} ${v.sensor}`;
    const n = (counts.get(key) ?? 0) + 1;
    counts.set(key, n);
    if (n !== MOST_VOICES_A_SENSOR + 1) return [];
    const what = v.kind === 'note' ? 'notes' : 'controllers';
    return [{ path: `voices.${i}`, says: `a sensor can have at most ${MOST_VOICES_A_SENSOR} ${what}` }];
  });
}

function sensorFaults(sensor: Sensor, path: string, fullScale: number): Fault[] {
  const curve = CURVE_FAMILIES[sensor.response.family].fault(sensor.response);
  return [
    ...(curve ? [{ path: `${path}.response`, says: curve }] : []),
    ...(sensor.calibration ? calibrationFaults(sensor.calibration, `${path}.calibration`, fullScale) : []),
  ];
}

/** Order along each side: rest < off < on < reach, dead zone short of reach, all within the converter's counts. */
export function calibrationFaults(c: Calibration, path: string, fullScale: number): Fault[] {
  const faults: Fault[] = [];
  const within = (value: number, name: string) => {
    if (value < 0 || value > fullScale)
      faults.push({ path: `${path}.${name}`, says: `must lie in 0 … ${fullScale} counts, got ${value}` });
  };
  within(c.rest, 'rest');
  const rest = Math.round(c.rest);
  const sign = c.polarity === 'falling' ? -1 : 1;
  const ordered = (s: number, values: [string, number][]) => {
    let last = 0;
    for (const [name, value] of values) {
      within(value, name);
      const distance = s * (value - rest);
      if (!(distance > last))
        faults.push({
          path: `${path}.${name}`,
          says: `must lie beyond ${last === 0 ? 'rest' : 'the one before it'} (rest, off, on, reach), got ${value}`,
        });
      last = distance;
    }
  };
  const deadZone = (value: number, reach: number, name: string) => {
    if (value < 0 || Math.round(value) >= Math.abs(Math.round(reach) - rest))
      faults.push({ path: `${path}.deadZone.${name}`, says: `must lie between 0 and reach, got ${value}` });
  };
  ordered(sign, [
    ['off', c.off],
    ['on', c.on],
    ['reach.up', Math.round(c.reach.up)],
  ]);
  deadZone(c.deadZone.up, c.reach.up, 'up');
  const down = [c.reach.down, c.onDown, c.offDown].filter((v) => v !== null && v !== undefined).length;
  if (down !== 0 && down !== 3)
    faults.push({
      path: `${path}.reach.down`,
      says: 'a second side needs reach.down, onDown and offDown together',
    });
  if (down === 3) {
    ordered(-sign, [
      ['offDown', c.offDown!],
      ['onDown', c.onDown!],
      ['reach.down', Math.round(c.reach.down!)],
    ]);
    deadZone(c.deadZone.down ?? c.deadZone.up, c.reach.down!, 'down');
  }
  return faults;
}

function voiceFaults(voice: Voice, path: string, sensors: Sensor[]): Fault[] {
  const faults: Fault[] = [];
  const fault = (field: string, says: string) => faults.push({ path: `${path}.${field}`, says });
  const sensor = sensors.find((s) => s.id === voice.sensor);
  if (!sensor) fault('sensor', `must name a sensor of this instrument, got ${voice.sensor}`);
  if (voice.kind === 'note') {
    if (voice.note === undefined) fault('note', 'a note voice needs a note number, 0 … 127');
    if (voice.velocity && voice.velocity.to < voice.velocity.from)
      fault('velocity.to', `must not lie below from, got ${voice.velocity.to}`);
    return faults;
  }
  const bits = voice.kind === 'controller' ? (voice.bits ?? 7) : 7;
  if (voice.kind === 'controller' && voice.controller === undefined)
    fault('controller', 'a controller voice needs a controller number, 0 … 119');
  if (bits === 14 && (voice.controller ?? 0) > 31)
    fault('controller', `14 bits need a controller of 0 … 31, got ${voice.controller}`);
  const top = 2 ** bits - 1;
  const from = voice.from ?? 0;
  const to = voice.to ?? top;
  if (to > top) fault('to', `must be ${top} at most, got ${to}`);
  if (!(to > from)) fault('to', `must lie above from (${from}), got ${to}`);
  return faults;
}

/** The velocity that a note voice has when its document names none: a steady 100 at once. */
export const FIXED_VELOCITY: Velocity = { windowMs: 0, full: 1, from: 100, to: 100 };
