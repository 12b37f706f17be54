import { levelsOf } from '../ways/level/level-of';
import { levelOf } from '../ways/registry';
import { columnsOf } from '../instrument/access';
import type { Instrument } from '../instrument/document';
import type { Voice } from '../instrument/voices';
import { random } from '../signal/random';
import type { Frames } from '../signal/take';
import { randomLevels } from './random-instruments';

/** Frames of rest that a case begins with: power-up is over by then. */
const REST_FRAMES = 80;

/** An instrument of one kind of voice and a take of it that the handbook's oracle can judge. */
export interface OracleCase {
  instrument: Instrument;
  take: Frames;
}

/** Undamped controllers of seven bits or fourteen, one a sensor; or gated notes, whose times never fall on a frame's. A wire with room. */
export function oracleCase(seed: number, is: 'controller' | 'fine' | 'note'): OracleCase {
  const r = random(seed);
  const instrument = randomLevels(seed);
  instrument.boards[0].midiBaud = 12_000_000;
  const half = () => r.whole(0, 25) + 0.5;
  for (const sensor of instrument.sensors) {
    const levels = levelsOf(sensor)!;
    levels.holdOffMs = r.next() < 0.5 ? 0 : half();
    // The oracle knows one rest.
    delete levels.creep;
  }
  instrument.zones = instrument.sensors.map((_, i) => ({ is: 'single', id: `z${i}`, channel: i + 1 }));
  instrument.voices = instrument.sensors.map((sensor, i): Voice => {
    const side = (['both', 'up', 'down'] as const)[r.whole(0, levelOf(sensor)!.down === null ? 1 : 2)];
    const common = { id: `v${i}`, side, zone: `z${i}` };
    if (is !== 'note') {
      const voice = { ...common, is: 'controller', source: { sensor: sensor.id, port: 'breath' } } as const;
      return is === 'fine'
        ? { ...voice, bits: 14, controller: i, from: r.whole(0, 5000), to: r.whole(8000, 16383) }
        : { ...voice, controller: 20 + i, from: r.whole(0, 40), to: r.whole(60, 127) };
    }
    const from = r.whole(1, 60);
    const velocity = {
      is: 'attack',
      windowMs: half(),
      full: r.whole(5, 2000),
      from,
      to: r.whole(from, 127),
    } as const;
    const gate = { sensor: sensor.id, port: 'gate' };
    return { ...common, is, gate, pitch: { is: 'fixed', note: 40 + i }, velocity };
  });
  return { instrument, take: swings(instrument, 1500, seed + 1) };
}

/** A take at 1 kHz that swings between rest and past reach on either side, with noise, and with leaps. */
function swings(instrument: Instrument, frames: number, seed: number): Frames {
  const { sensors, boards } = instrument;
  const r = random(seed);
  const top = 2 ** boards[0].bits - 1;
  const counts = new Uint16Array(frames * sensors.length);
  sensors.forEach((sensor, column) => {
    const c = levelOf(sensor)!;
    const rest = Math.round(c.rest);
    let at = rest;
    let goal = rest;
    for (let i = 0; i < frames; i++) {
      if (i >= REST_FRAMES && r.next() < 0.02)
        goal = r.next() < 0.4 ? rest : rest + r.between(-1.2, 1.2) * c.up.reach;
      at += (goal - at) * (r.next() < 0.1 ? 1 : 0.15);
      const noisy = i < REST_FRAMES ? rest : Math.round(at + (goal === rest ? 0 : r.gauss() * 2));
      counts[i * sensors.length + column] = Math.min(top, Math.max(0, noisy));
    }
  });
  return {
    channels: columnsOf(instrument),
    tUs: Float64Array.from({ length: frames }, (_, i) => i * 1000),
    counts,
  };
}
