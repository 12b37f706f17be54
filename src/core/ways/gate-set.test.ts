import { describe, expect, it } from 'vitest';
import { compile } from '../compile/compile';
import { checkInstrument } from '../exchange/document/instrument-json';
import type { GateValues } from '../findings/change';
import type { Sensor } from '../instrument/sensor';
import { random, type Random } from '../signal/random';
import { kneeSwitch, strikePads, touchPads } from '../testing/bank-instruments';
import { identityInstrument } from '../testing/identity-response';
import { randomInstrument } from '../testing/random-instruments';
import { gateSet, withGateSet } from './gate-set';
import { wayOf } from './registry';
import { many } from '../testing/many';

const INSTRUMENTS = Array.from({ length: many(12) }, (_, seed) => randomInstrument(seed));
const EIGHT = ['contacts', 'depth', 'level', 'pair', 'place', 'strike', 'surface', 'touch'];
/** Every sensor that is drawn, with its instrument, and each of its lanes. */
const all = () =>
  INSTRUMENTS.flatMap((instrument, seed) =>
    instrument.sensors.flatMap((sensor) => sensor.lanes.map(({ id }) => ({ instrument, sensor, id, seed }))),
  );

const faultsWith = (of: (typeof INSTRUMENTS)[0], changed: Sensor): string[] => {
  const sensors = of.sensors.map((own) => (own.id === changed.id ? changed : own));
  const read = checkInstrument(JSON.parse(JSON.stringify({ ...of, sensors })));
  if (read.ok) compile(read.value, read.value.boards[0]);
  return read.ok ? [] : read.faults.map(({ path, says }) => `${changed.kind}: ${path}, ${says}`);
};

/** Values as a hand, or a request, may send them: any of the four, sane or not. */
const randomValues = (r: Random, shares: boolean): GateValues => {
  const level = () => (shares ? r.between(-0.5, 1.5) : r.between(-50, 70_000) * r.next() ** 4);
  return {
    ...(r.next() < 0.7 ? { on: level() } : {}),
    ...(r.next() < 0.7 ? { off: level() } : {}),
    ...(r.next() < 0.5 ? { quietMs: r.between(0, 400) } : {}),
    ...(r.next() < 0.5 ? { windowMs: r.between(0.5, 12) } : {}),
  };
};

describe('the gate of any sensor', () => {
  it('of eight ways can be set', () => {
    const ways = new Set(
      all().flatMap(({ sensor, id }) => (gateSet(sensor, id) ? wayOf(sensor.calibration!).is : [])),
    );
    expect([...ways].sort()).toEqual(EIGHT);
  });

  it('is as it was where it is set to what it is', () => {
    for (const { sensor, id } of all()) {
      const now = gateSet(sensor, id);
      if (!now) continue;
      const { on, off, quietMs, windowMs } = now;
      const again = withGateSet(sensor, id, { on, off, quietMs, windowMs });
      expect(gateSet(again, id), `${sensor.kind} ${id}`).toEqual(now);
    }
  });

  it('set to anything, of one lane or of all, is still an instrument that can be built, and lets go below where it begins', () => {
    for (const { sensor, id, instrument, seed } of all().filter((_, i) => i % 4 === 0)) {
      const now = gateSet(sensor, id);
      if (!now) continue;
      const r = random(seed);
      const values = randomValues(r, now.shares ?? false);
      const changed = withGateSet(sensor, r.next() < 0.5 ? id : null, values);
      const says = `${sensor.kind} ${id} ${JSON.stringify(values)}`;
      expect(faultsWith(instrument, changed), says).toEqual([]);
      const { on, off } = gateSet(changed, id)!;
      if (on !== undefined && off !== undefined) expect(off, says).toBeLessThan(on);
    }
  });

  it('of one lane leaves the others as they are', () => {
    const pads = touchPads([60, 61, 62]);
    const changed = withGateSet(pads, 'p1', { on: 80 });
    expect(['p0', 'p1', 'p2'].map((lane) => gateSet(changed, lane)!.on)).toEqual([60, 80, 60]);
    expect(['p0', 'p1', 'p2'].map((lane) => gateSet(withGateSet(pads, null, { on: 80 }), lane)!.on)).toEqual([
      80, 80, 80,
    ]);
  });
});

describe('what a way says of its gate', () => {
  it('a level: six and two σ of its noise are the least, its quiet time is a hold-off', () => {
    const [breath] = identityInstrument([]).sensors;
    // σ is 2: 6 σ is 12, 2 σ is 4 (maker's handbook 4.1).
    expect(gateSet(breath, null)).toEqual({
      ...{ on: 20, off: 10, leastOn: 12, leastOff: 4, quietMs: 0, quiet: 'hold-off' },
    });
    const held = withGateSet(breath, null, { quietMs: 15 });
    expect(gateSet(held, 'breath')).toMatchObject({ on: 20, off: 10, quietMs: 15 });
  });
  it('a strike: its mask is no shorter than its window, and “on” stays below a full blow', () => {
    const stones = strikePads([60], { windowMs: 3, maskMs: 20 });
    expect(gateSet(stones, 'x0')).toEqual({ on: 50, leastOn: 6, quietMs: 20, windowMs: 3, quiet: 'mask' });
    expect(gateSet(withGateSet(stones, null, { quietMs: 1 }), 'x0')!.quietMs).toBe(3);
    expect(gateSet(withGateSet(stones, null, { on: 5000 }), 'x0')!.on).toBe(1049);
  });
  it('a switch: its debounce alone, within what a document may hold', () => {
    const knee = kneeSwitch({ debounceMs: 10 });
    expect(gateSet(knee, null)).toEqual({ quietMs: 10, quiet: 'debounce' });
    expect(gateSet(withGateSet(knee, null, { quietMs: 900, on: 7 }), null)!.quietMs).toBe(250);
  });
  it('a sensor that is not calibrated has none, and none is put into it', () => {
    const [breath] = identityInstrument([]).sensors;
    const bare = { ...breath, calibration: undefined };
    expect(gateSet(bare, null)).toBeNull();
    expect(withGateSet(bare, null, { on: 30 })).toBe(bare);
  });
});
