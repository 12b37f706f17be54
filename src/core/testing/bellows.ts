import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';

/** For tests: Wherry's bellows alone, with a controller and a note of its own. */
export function bellowsOf(instrument: Instrument): Instrument {
  return {
    ...instrument,
    sensors: instrument.sensors.filter((s) => s.id === 'bellows'),
    voices: instrument.voices
      .filter((v) => v.id.startsWith('bellows'))
      .map((v) => (v.is === 'note' ? { ...v, pitch: { is: 'fixed', note: 62 } } : v)),
  };
}

/** For tests: the same as a board of so many bits would have measured it, with a converter as fast as such boards have. */
export function onBits(instrument: Instrument, bits: number): Instrument {
  const [board] = instrument.boards;
  const scaled = (key: string, value: unknown) =>
    ['rest', 'on', 'off', 'onDown', 'offDown', 'up', 'down'].includes(key) && typeof value === 'number'
      ? Math.round(value * 2 ** (bits - board.bits))
      : value;
  const sensors = instrument.sensors.map((sensor) => ({
    ...sensor,
    calibration: JSON.parse(JSON.stringify(sensor.calibration, scaled)) as Sensor['calibration'],
  }));
  const pins = { ...board.pins!, conversionUs: bits === 10 ? 104 : 2 };
  return { ...instrument, sensors, boards: [{ ...board, bits, pins }] };
}
