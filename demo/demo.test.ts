import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { calibrateLevel } from '@/core/calibrate/level';
import { render } from '@/core/prove/render';
import { readInstrument } from '@/core/exchange/instrument-json';
import { joinTakes } from '@/core/exchange/join-takes';
import { readTakeCsv } from '@/core/exchange/take-csv';
import { landingOf } from '@/core/prove/landing';
import type { Role, Take } from '@/core/signal/take';
import { USUAL_DISTURBANCE } from '@/board/practice';
import { guidedTakes } from './guided';

const ROLES: Role[] = ['rest', 'soft', 'medium', 'loud', 'full'];
const wherry = () => {
  const read = readInstrument(readFileSync('demo/wherry.json', 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  return read.value;
};
const take = (role: Role): Take => {
  const read = readTakeCsv(readFileSync(`demo/wherry-bellows-${role}.csv`, 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  return { ...read.value.frames, id: read.value.notes.take, role };
};

describe('the demonstration data', () => {
  it('is what its script makes from its seed, count for count', () => {
    const made = guidedTakes('bellows', 20261118);
    expect(made.map((t) => t.role)).toEqual(ROLES);
    for (const t of made) {
      expect(Array.from(t.counts), t.role).toEqual(Array.from(take(t.role).counts));
      expect(t.tUs[t.tUs.length - 1]).toBe((t.tUs.length - 1) * 1000);
    }
  });
  it('holds the calibration that its takes give', () => {
    const result = calibrateLevel({ bits: 12, sensor: 'bellows', takes: ROLES.map(take) });
    if (!result.ok) throw new Error(result.faults[0].says);
    const { measuredAt, ...kept } = wherry().sensors[0].calibration!;
    expect(result.value.calibration).toEqual(kept);
    expect(measuredAt).toMatch(/^2026-11-18/);
  });
  it('plays one note for each stroke that was played, and nothing at rest', () => {
    const notes = Object.fromEntries(ROLES.map((r) => [r, render(wherry(), take(r)).metrics.notes]));
    expect(notes).toEqual({ rest: 0, soft: 20, medium: 8, loud: 8, full: 3 });
    const all = render(wherry(), joinTakes(ROLES.map(take)));
    expect(all.metrics.notes).toBe(39);
    expect(all.metrics.busiestBytesPerSecond).toBeLessThan(3125);
  });
  it('plays louder velocities for louder strokes: the dynamics do not overlap in their middles', () => {
    const velocities = (r: Role) =>
      render(wherry(), take(r))
        .events.filter((e) => (e.bytes[0] & 0xf0) === 0x90)
        .map((e) => e.bytes[2])
        .sort((a, b) => a - b);
    const middle = (r: Role) => velocities(r)[Math.floor(velocities(r).length / 2)];
    expect(middle('soft')).toBeLessThan(middle('medium'));
    expect(middle('medium')).toBeLessThan(middle('loud'));
  });
  it('lands its dynamics where they were wanted', () => {
    const instrument = wherry();
    const [sensor] = instrument.sensors;
    const top = (r: Role) => {
      const { values } = landingOf(instrument, sensor, sensor.response, [take(r)]).trace;
      return Math.max(...values.map((v) => v ?? 0));
    };
    expect(top('soft')).toBeGreaterThan(32 - 4);
    expect(top('soft')).toBeLessThan(48);
    expect(top('medium')).toBeGreaterThan(66);
    expect(top('loud')).toBeGreaterThan(106);
    const { along, lands, levels } = landingOf(instrument, sensor, sensor.response, ROLES.slice(1).map(take));
    const straight = landingOf(instrument, sensor, { family: 'straight' }, ROLES.slice(1).map(take));
    for (const bins of [along, lands]) expect(bins.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    expect(straight.along).toEqual(along);
    expect(straight.lands).toEqual(straight.along);
    expect(levels).toBeGreaterThan(straight.levels);
  });
});

describe('other practice boards are calibrated as well', () => {
  it.each([
    ['a quiet one', { ...USUAL_DISTURBANCE, noise: 0.6, hum: 0 }, true],
    ['a noisy one, blown one way', { ...USUAL_DISTURBANCE, noise: 6 }, false],
    ['one in a wet room beside a mains lead', { ...USUAL_DISTURBANCE, hum: 5, moisture: 12 }, true],
  ] as const)('%s', (_, disturbance, bothSides) => {
    for (const seed of [1, 2, 3]) {
      const result = calibrateLevel({
        bits: 12,
        sensor: 's',
        takes: guidedTakes('s', seed, disturbance, bothSides),
      });
      if (!result.ok) throw new Error(result.faults[0].says);
      const { calibration, readings } = result.value;
      expect(calibration.reach.down === null).toBe(!bothSides);
      expect(readings.missedSoft).toMatchObject({ missed: 0, of: 20 });
      expect(readings.falseTriggersPerHour).toBeLessThanOrEqual(0.1);
    }
  });
});
