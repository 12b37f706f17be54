import type { Instrument, Voice } from '../instrument/document';
import { random } from '../signal/random';
import type { Frames } from '../signal/take';
import { randomInstrument } from './random-instruments';

/** Frames of rest that a case begins with: power-up is over by then. */
const REST_FRAMES = 60;

/** An instrument of one kind of voice and a take of it that the handbook's oracle can judge. */
export interface OracleCase {
  instrument: Instrument;
  take: Frames;
}

/** Undamped controllers of seven bits, one a sensor; or gated notes, whose times never fall on a frame's. */
export function oracleCase(seed: number, kind: 'controller' | 'note'): OracleCase {
  const r = random(seed);
  const instrument = randomInstrument(seed);
  const half = () => r.whole(0, 25) + 0.5;
  for (const { calibration } of instrument.sensors) calibration!.holdOffMs = r.next() < 0.5 ? 0 : half();
  instrument.voices = instrument.sensors.map((sensor, i): Voice => {
    const side = (['both', 'up', 'down'] as const)[r.whole(0, sensor.calibration!.onDown === null ? 1 : 2)];
    const common = { id: `v${i}`, sensor: sensor.id, side, channel: i + 1 };
    if (kind === 'controller')
      return { ...common, kind, controller: 20 + i, from: r.whole(0, 40), to: r.whole(60, 127) };
    const from = r.whole(1, 60);
    const velocity = { windowMs: half(), full: r.whole(5, 2000), from, to: r.whole(from, 127) };
    return { ...common, kind, note: 40 + i, velocity };
  });
  return { instrument, take: swings(instrument, 1500, seed + 1) };
}

/** A take at 1 kHz that swings between rest and past reach on either side, with noise, and with leaps. */
function swings({ sensors, board }: Instrument, frames: number, seed: number): Frames {
  const r = random(seed);
  const top = 2 ** board.bits - 1;
  const counts = new Uint16Array(frames * sensors.length);
  sensors.forEach(({ calibration: c }, column) => {
    const rest = Math.round(c!.rest);
    let at = rest;
    let goal = rest;
    for (let i = 0; i < frames; i++) {
      if (i >= REST_FRAMES && r.next() < 0.02)
        goal = r.next() < 0.4 ? rest : rest + r.between(-1.2, 1.2) * Math.abs(c!.reach.up - rest);
      at += (goal - at) * (r.next() < 0.1 ? 1 : 0.15);
      const noisy = i < REST_FRAMES ? rest : Math.round(at + (goal === rest ? 0 : r.gauss() * 2));
      counts[i * sensors.length + column] = Math.min(top, Math.max(0, noisy));
    }
  });
  return {
    channels: sensors.map((s) => s.channel),
    tUs: Float64Array.from({ length: frames }, (_, i) => i * 1000),
    counts,
  };
}
