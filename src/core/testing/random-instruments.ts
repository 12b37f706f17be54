import {
  FORMAT,
  VERSION,
  type Calibration,
  type Instrument,
  type Sensor,
  type Voice,
} from '@/core/instrument/document';
import { random, type Random } from '@/core/signal/random';
import type { Frames } from '@/core/signal/take';

/** A valid instrument from a seed: one to four sensors, any resolution, one- or two-sided, rising or falling. */
export function randomInstrument(seed: number): Instrument {
  const r = random(seed);
  const bits = r.whole(8, 16);
  const sensors = Array.from({ length: r.whole(1, 4) }, (_, i) => randomSensor(r, i, bits));
  return {
    format: FORMAT,
    version: VERSION,
    id: `random-${seed}`,
    name: `Random ${seed}`,
    about: '',
    board: { name: 'host', bits, supplyVolts: 3.3, scanHz: 1000, tableBits: r.whole(4, 8) },
    sensors,
    voices: Array.from({ length: r.whole(1, 8) }, (_, i) => randomVoice(r, i, sensors)),
    log: [],
  };
}

function randomSensor(r: Random, i: number, bits: number): Sensor {
  const families: Sensor['response'][] = [
    { family: 'straight' },
    { family: 'power', gamma: r.between(0.2, 4) },
    { family: 'points', points: randomPoints(r) },
  ];
  return {
    id: `s${i}`,
    name: `Sensor ${i}`,
    kind: 'breath-gauge',
    channel: `c${i}`,
    response: families[r.whole(0, 2)],
    calibration: randomCalibration(r, 2 ** bits - 1),
  };
}

function randomPoints(r: Random): { x: number; y: number }[] {
  const n = r.whole(2, 6);
  const ys = Array.from({ length: n }, () => r.next()).sort((a, b) => a - b);
  return ys.map((y, i) => ({ x: i === n - 1 ? 1 : i / n + (i === 0 ? 0 : 0.05), y }));
}

function randomCalibration(r: Random, top: number): Calibration {
  const twoSided = r.next() < 0.5;
  const falling = !twoSided && r.next() < 0.3;
  const rest = twoSided ? r.whole(8, top - 8) : falling ? r.whole(8, top) : r.whole(0, top - 8);
  const side = (sign: number) => {
    const room = sign > 0 ? top - rest : rest;
    const reach = r.whole(4, room);
    const on = r.whole(2, reach - 1);
    return {
      reach: rest + sign * reach,
      on: rest + sign * on,
      off: rest + sign * r.whole(1, on - 1),
      dead: r.whole(0, reach - 1),
    };
  };
  const up = side(falling ? -1 : 1);
  const down = twoSided ? side(-1) : null;
  return {
    rest,
    noise: 1,
    polarity: falling ? 'falling' : 'rising',
    reach: { up: up.reach, down: down?.reach ?? null },
    on: up.on,
    off: up.off,
    onDown: down?.on ?? null,
    offDown: down?.off ?? null,
    deadZone: { up: up.dead, down: down?.dead ?? null },
    holdOffMs: r.next() < 0.5 ? 0 : r.between(0, 250),
    takes: [],
    method: 'random',
  };
}

function randomVoice(r: Random, i: number, sensors: Sensor[]): Voice {
  const common = {
    id: `v${i}`,
    sensor: sensors[r.whole(0, sensors.length - 1)].id,
    side: (['both', 'up', 'down'] as const)[r.whole(0, 2)],
    channel: r.whole(1, 16),
  };
  const level = {
    deadband: r.next() < 0.5 ? 0 : r.between(0, 3),
    perSecond: r.next() < 0.5 ? undefined : r.whole(20, 1000),
  };
  const from = r.whole(0, 60);
  switch (r.whole(0, 3)) {
    case 0:
      return {
        ...common,
        ...level,
        kind: 'controller',
        controller: r.whole(0, 119),
        bits: 7,
        from,
        to: r.whole(from + 1, 127),
      };
    case 1:
      return {
        ...common,
        ...level,
        kind: 'controller',
        controller: r.whole(0, 31),
        bits: 14,
        from,
        to: r.whole(from + 1, 16383),
      };
    case 2:
      return { ...common, ...level, kind: 'pressure' };
    default: {
      const low = r.whole(1, 100);
      return {
        ...common,
        kind: 'note',
        note: r.whole(0, 127),
        velocity: { windowMs: r.whole(0, 12), full: r.whole(1, 4000), from: low, to: r.whole(low, 127) },
      };
    }
  }
}

/**
 * A take that wanders, leaps, lies dead still, and runs into both rails, from a rest that has moved since it was
 * calibrated. Scans at 20 Hz to 5 kHz, unevenly, with pauses of up to two seconds; times wrap past 2^32 µs.
 */
export function randomTake(instrument: Instrument, frames: number, seed: number): Frames {
  const r = random(seed);
  const channels = instrument.sensors.map((s) => s.channel);
  const top = 2 ** instrument.board.bits - 1;
  const rests = instrument.sensors.map(({ calibration: c }) => {
    const off = Math.abs(c!.off - c!.rest);
    return c!.rest + (r.next() < 0.6 ? r.between(-1.5, 1.5) * off : 0);
  });
  const at = [...rests];
  const goal = [...at];
  const periodUs = r.next() < 0.5 ? 1000 : r.whole(200, 50_000);
  const trembles = at.map(() => true);
  const counts = new Uint16Array(frames * channels.length);
  const tUs = new Float64Array(frames);
  let t = 2 ** 32 - 50_000;
  for (let i = 0; i < frames; i++) {
    tUs[i] = t += Math.round(periodUs * r.between(0.7, 1.3)) + (r.next() < 0.002 ? r.whole(0, 2_000_000) : 0);
    channels.forEach((_, c) => {
      if (r.next() < (i < 40 ? 0.005 : 0.02)) {
        trembles[c] = r.next() < 0.6;
        goal[c] = r.next() < 0.4 ? rests[c] : r.between(-0.1, 1.1) * top;
      }
      at[c] += (goal[c] - at[c]) * 0.2 + (trembles[c] ? r.gauss() * (top / 1000) : 0);
      counts[i * channels.length + c] = Math.min(top, Math.max(0, Math.round(at[c])));
    });
  }
  return { channels, tUs, counts };
}
