import { describe, expect, it } from 'vitest';
import { compile } from '../compile/compile';
import { computedLevelsOf, type ComputedLevel } from '../compile/computed-levels';
import { columnsOf, contactsOf } from '../instrument/access';
import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import { newInstrument } from '../instrument/create';
import { ONE } from '../shape/table';
import { random } from '../signal/random';
import type { Frames } from '../signal/take';
import { pulsesASecond, tiltedTo, touchedAt, turnedTo } from '../testing/derived-oracle';
import { randomInstrument } from '../testing/random-instruments';
import { randomTake } from '../testing/random-takes';
import type { AxesCalibration } from '../ways/axes/calibration';
import type { SpeedCalibration } from '../ways/speed/calibration';
import type { SurfaceCalibration } from '../ways/surface/calibration';
import type { TurnsCalibration } from '../ways/turns/calibration';
import { derivedFrames } from './derive';
import { LEVEL_ANGLE } from './blocks/tilt';
import { startEngine } from './start';
import { many } from '../testing/many';

/** What an instrument's only board computes in a take, by port: a column's counts, frame by frame. */
function computed(instrument: Instrument, take: Frames) {
  const [board] = instrument.boards;
  const { counts, channels } = derivedFrames(startEngine(compile(instrument)), take);
  const column = (own: ComputedLevel) =>
    Array.from(take.tUs, (_, frame) => counts[frame * channels.length + own.column]);
  return computedLevelsOf(instrument, board, columnsOf(instrument)).map((own) => ({
    ...own,
    counts: column(own),
  }));
}

/** Sensors of a kind in random instruments, each with a random take. */
function* drawn(
  kind: string,
  seeds: number,
): Generator<{ instrument: Instrument; sensor: Sensor; take: Frames; seed: number }> {
  for (let seed = 1; seed <= seeds; seed++) {
    const instrument = randomInstrument(seed);
    const sensor = instrument.sensors.find((s) => s.kind === kind && s.calibration);
    if (sensor) yield { instrument, sensor, seed, take: randomTake(instrument, 1200, seed) };
  }
}
const readings = ({ sensor, take }: { sensor: Sensor; take: Frames }): number[][] => {
  const places = sensor.lanes.map(({ column }) => take.channels.indexOf(column!));
  return Array.from(take.tUs, (_, frame) =>
    places.map((at) => take.counts[frame * take.channels.length + at]),
  );
};

describe('what is computed first, against the handbook in floating point', () => {
  it('encoders: as many steps as places of rest were passed, however contacts bounce', () => {
    let moved = 0;
    for (const { instrument, sensor, take, seed } of drawn('encoder', many(30))) {
      const contacts = contactsOf(instrument);
      const c = sensor.calibration as TurnsCalibration;
      const told = computed(instrument, take).filter((own) => own.sensor === sensor.id);
      for (const own of told) {
        const lane = sensor.lanes[own.lane];
        const [first, second] = lane.contacts!.map((name) => contacts.indexOf(name));
        const want = turnedTo(take, [first, second], c.lanes[own.lane], c);
        expect(own.counts, `seed ${seed}, ${lane.id}`).toEqual(want);
        moved += new Set(want).size - 1;
      }
    }
    expect(moved).toBeGreaterThan(many(80));
  });

  it('wheels: pulses a second within half a per cent, falling while none comes, 0 once it stands', () => {
    const r = random(4);
    for (let n = 0; n < 40; n++) {
      const fastestMs = r.between(20, 80);
      const slowestMs = fastestMs * r.between(3, 12);
      const calibration: SpeedCalibration = {
        ...{ is: 'speed', takes: [], method: '' },
        lanes: [
          {
            ...{ lane: 'w', fastestMs, slowestMs, stopMs: 1.5 * slowestMs },
            ...{ bounceMs: 0, unevenness: 0, smoothing: r.whole(0, 3) },
          },
        ],
      };
      const instrument = newInstrument('t', 'T', '2026-01-01T00:00:00Z');
      const lanes = [{ id: 'w', contacts: ['m'] }];
      instrument.sensors = [
        {
          ...{ id: 's', name: 'S', kind: 'wheel-speed', board: instrument.boards[0].id },
          lanes,
          responses: [],
          calibration,
        },
      ];
      // It turns faster and slower, and stands now and then for longer than that takes.
      const edges: { tUs: number; closed: number }[] = [];
      for (let tUs = 60_000; tUs < 9e6;) {
        const us = 1000 * (r.next() < 0.06 ? 1.6 * slowestMs : r.between(1.1 * fastestMs, 0.95 * slowestMs));
        edges.push({ tUs: Math.round(tUs), closed: 1 }, { tUs: Math.round(tUs + 0.4 * us), closed: 0 });
        tUs += us;
      }
      const take: Frames = {
        ...{ channels: [], counts: new Uint16Array(0) },
        tUs: Float64Array.from({ length: 10_000 }, (_, i) => 1000 * i),
        edges: {
          contacts: ['m'],
          tUs: Float64Array.from(edges, (e) => e.tUs),
          contact: new Uint16Array(edges.length),
          closed: Uint8Array.from(edges, (e) => e.closed),
        },
      };
      const [own] = computed(instrument, take);
      const want = pulsesASecond(take, calibration.lanes[0]);
      // The fastest period, in units of 64 µs, reads its reciprocal with its highest bit set.
      const unit = own.level.up.reach / (1e6 / (64 * Math.round((1000 * fastestMs) / 64)));
      const wrong = own.counts.filter((count, frame) => {
        // Units of 64 µs: a pulse, or the end of a wheel's turning, falls a frame early or late.
        const near = [frame - 1, frame, frame + 1].map((i) => want[i] ?? 0);
        const [least, most] = [Math.min(...near), Math.max(...near)];
        return count < least * unit * 0.993 - 2 || count > Math.min(65535, most * unit * 1.007 + 2);
      });
      expect([n, wrong.length]).toEqual([n, 0]);
    }
  });

  it('tilts: roll and pitch within what slack, rounding and tables leave, and held while it is shaken', () => {
    let looked = 0;
    let shaken = 0;
    for (const { instrument, sensor, take, seed } of drawn('tilt', many(30))) {
      const c = sensor.calibration as AxesCalibration;
      const counts = readings({ sensor, take });
      const told = computed(instrument, take).filter((own) => own.sensor === sensor.id);
      const slack = 2 * Math.max(...c.lanes.map(({ noise }) => noise));
      // A count that may be held: half of a move of eight slacks and eight counts, and half a count of the offset.
      const countG = Math.max(...c.lanes.map(({ gain }) => (4 * slack + 5) / gain));
      for (const own of told)
        counts.forEach((now, frame) => {
          const exact = tiltedTo(now, c);
          const degrees = ((own.counts[frame] - LEVEL_ANGLE) * 360) / 65536;
          const moved = frame > 0 && own.counts[frame] !== own.counts[frame - 1];
          if (Math.abs(exact.off) > c.steady + 2 * countG) {
            if (frame === 0) return;
            expect([seed, frame, moved]).toEqual([seed, frame, false]);
            shaken++;
          } else if (moved && Math.abs(exact.off) < c.steady - 2 * countG && exact.across > 0.3) {
            const off = Math.abs(((degrees - exact[own.port as 'roll' | 'pitch'] + 540) % 360) - 180);
            expect(off, `seed ${seed}, frame ${frame}, ${own.port}`).toBeLessThan(
              0.1 + (180 / Math.PI) * Math.atan((Math.sqrt(3) * countG) / (exact.across * (1 + exact.off))),
            );
            looked++;
          }
        });
    }
    expect(looked).toBeGreaterThan(many(600));
    expect(shaken).toBeGreaterThan(many(600));
  });

  it('surfaces: touched when they are, and where within what a table leaves', () => {
    let touches = 0;
    for (const { instrument, sensor, take, seed } of drawn('touch-surface', many(30))) {
      const c = sensor.calibration as SurfaceCalibration;
      const want = touchedAt(readings({ sensor, take }), c);
      const told = computed(instrument, take).filter((own) => own.sensor === sensor.id);
      const of = (port: string) => told.find((own) => own.port === port)!.counts;
      const [x, y, touch] = ['x', 'y', 'touch'].map(of);
      // A cubic between the points of a table: its second derivative over the square of their distance, and the straight ends.
      const leaves = 5 / 2 ** (2 * Math.min(5, instrument.boards[0].tableBits)) + 0.02;
      want.forEach(({ touched, at }, frame) => {
        expect([seed, frame, touch[frame]]).toEqual([seed, frame, touched ? ONE : 0]);
        expect(Math.abs(x[frame] / ONE - at[0]), `x, seed ${seed}, frame ${frame}`).toBeLessThan(leaves);
        expect(Math.abs(y[frame] / ONE - at[1]), `y, seed ${seed}, frame ${frame}`).toBeLessThan(leaves);
        if (touched) touches++;
      });
    }
    expect(touches).toBeGreaterThan(many(300));
  });
});
