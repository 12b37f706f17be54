import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readInstrument } from '@/core/exchange/document/instrument-json';
import { joinTakes } from '@/core/exchange/takes/join-takes';
import { readTakeCsv } from '@/core/exchange/takes/take-csv';
import { newInstrument } from '@/core/instrument/create';
import { boardOf, responseAt } from '@/core/instrument/access';
import { kindOf } from '@/core/kinds/registry';
import { workingsOf } from '@/core/kinds/workings-registry';
import { calibrateTakes } from '@/core/testing/calibrate-takes';
import { SimulatedBreath, USUAL_DISTURBANCE } from '@/core/kinds/breath-gauge/simulate';
import { STRAIGHT } from '@/core/instrument/response';
import { countTakes } from '@/core/prove/lane-counts';
import { landingOf } from '@/core/prove/landing';
import { flickerPerMinute } from '@/core/prove/sends';
import { render } from '@/core/prove/render';
import type { Role, Take } from '@/core/signal/take';
import { bellowsOf } from '@/core/testing/bellows';
import { LevelGuide } from '@/core/ways/level/guide';
import { LEVEL_STEPS } from '@/core/ways/level/steps';
import { measuringTakes } from './guided';
import { cairn, wherry } from './instruments';

const ROLES: Role[] = ['rest', 'soft', 'medium', 'loud', 'full'];
const SEED = 20261118;
const shipped = (name: string) => {
  const read = readInstrument(readFileSync(`demo/${name}.json`, 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  return read.value;
};
const takeOf = (stem: string, role: Role): Take => {
  const read = readTakeCsv(readFileSync(`demo/${stem}-${role}.csv`, 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  return { ...read.value.frames, id: read.value.notes.take, role };
};
const bellows = (role: Role) => takeOf('wherry-bellows', role);
const made = { wherry, cairn };

describe('the demonstration data', () => {
  it.each([
    ['wherry', 'bellows'],
    ['wherry', 'leaves'],
    ['wherry', 'thumb'],
    ['wherry', 'knee'],
    ['cairn', 'stones'],
  ] as const)(
    'is what its script makes from its seed, and holds the calibration that its takes give: %s, %s',
    (name, id) => {
      const sensor = shipped(name).sensors.find((s) => s.id === id)!;
      const blank = made[name]();
      const takes = measuringTakes(
        blank,
        blank.sensors.find((s) => s.id === id)!,
        SEED,
      );
      const { steps, known } = kindOf(sensor);
      expect(takes.map((t) => t.role)).toEqual([...steps.map((s) => s.role), ...(known ? ['weights'] : [])]);
      const read = takes.map((t) => takeOf(`${name}-${id}`, t.role));
      takes.forEach((t, i) => {
        expect(Array.from(read[i].counts), t.role).toEqual(Array.from(t.counts));
        expect(read[i].edges?.tUs).toEqual(t.edges?.tUs);
      });
      const board = boardOf(shipped(name), sensor);
      const report = workingsOf(sensor).calibrate({ board, sensor, takes: read });
      if (!report.ok) throw new Error(report.faults[0].says);
      const { measuredAt, ...kept } = sensor.calibration!;
      expect(report.value.calibration).toEqual(kept);
      expect(report.value.findings.filter((f) => f.severity !== 'note')).toEqual([]);
      expect(measuredAt).toMatch(/^2026-11-18/);
    },
  );
  it('plays one note for each stroke of the bellows that was played, and nothing at rest', () => {
    const alone = bellowsOf(shipped('wherry'));
    const notes = Object.fromEntries(ROLES.map((r) => [r, render(alone, bellows(r)).metrics.notes]));
    expect(notes).toEqual({ rest: 0, soft: 20, medium: 8, loud: 8, full: 3 });
    const all = render(alone, joinTakes(ROLES.map(bellows)));
    expect(all.metrics.notes).toBe(39);
    expect(all.metrics.busiestBytesPerSecond).toBeLessThan(3125);
  });
  it('plays no note of the bellows while no leaf is touched', () => {
    expect(render(shipped('wherry'), bellows('loud')).metrics.notes).toBe(0);
  });
  it('plays each stone as often as it was struck, none doubled, none missed, soft ones softer', () => {
    const played = (role: Role) => render(shipped('cairn'), takeOf('cairn-stones', role));
    const ons = (role: Role) => played(role).events.filter((e) => e.bytes[0] === 0x90);
    for (const role of ['soft', 'loud'] as const) {
      const notes = ons(role).map((e) => e.bytes[1]);
      for (const { note } of shipped('cairn').sensors[0].lanes)
        expect(notes.filter((n) => n === note).length, `${role} ${note}`).toBeGreaterThanOrEqual(2);
    }
    expect(played('rest').metrics.notes).toBe(0);
    const velocities = (role: Role) => ons(role).map((e) => e.bytes[2]);
    expect(Math.max(...velocities('soft'))).toBeLessThan(Math.min(...velocities('loud')));
  });
  it('plays louder velocities for louder strokes: the dynamics do not overlap in their middles', () => {
    const velocities = (r: Role) =>
      render(bellowsOf(shipped('wherry')), bellows(r))
        .events.filter((e) => (e.bytes[0] & 0xf0) === 0x90)
        .map((e) => e.bytes[2])
        .sort((a, b) => a - b);
    const middle = (r: Role) => velocities(r)[Math.floor(velocities(r).length / 2)];
    expect(middle('soft')).toBeLessThan(middle('medium'));
    expect(middle('medium')).toBeLessThan(middle('loud'));
  });
  it('is still at rest: a switch that says once how it stands is no flicker', () => {
    const wherry = shipped('wherry');
    expect(flickerPerMinute(wherry, wherry.sensors[0], bellows('rest'))).toBe(0);
  });
  it('lands its dynamics where they were wanted', () => {
    const [sensor] = shipped('wherry').sensors;
    const response = responseAt(sensor, 'breath');
    const port = { instrument: shipped('wherry'), sensor, port: 'breath', lanes: [0] };
    const top = (r: Role) => {
      const { values } = landingOf(countTakes(port, [bellows(r)]), () => response).trace;
      return Math.max(...values.map((v) => v ?? 0));
    };
    expect(top('soft')).toBeGreaterThan(32 - 4);
    expect(top('soft')).toBeLessThan(48);
    expect(top('medium')).toBeGreaterThan(66);
    expect(top('loud')).toBeGreaterThan(106);
    const { along, lands, levels } = landingOf(countTakes(port, ROLES.slice(1).map(bellows)), () => response);
    const straight = landingOf(countTakes(port, ROLES.slice(1).map(bellows)), () => STRAIGHT);
    for (const bins of [along, lands]) expect(bins.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    expect(straight.along).toEqual(along);
    // A straight line lands where it lies, to the nearest of 128 values.
    straight.lands.forEach((share, i) => expect(Math.abs(share - straight.along[i])).toBeLessThan(0.08));
    expect(levels).toBeGreaterThan(straight.levels);
  });
});

describe('other practice gauges are calibrated as well', () => {
  /** A guided run on a gauge with other disturbances. */
  function takesOf(disturbance: typeof USUAL_DISTURBANCE, bothSides: boolean, seed: number): Take[] {
    const board = newInstrument('s', 'S', '2026-01-01T00:00:00Z').boards[0];
    const gauge = new SimulatedBreath({}, board, seed, disturbance, bothSides);
    const run = new LevelGuide(LEVEL_STEPS, 1000);
    const takes: { role: Role; counts: number[] }[] = [];
    let recording = false;
    const counts = [0];
    for (let i = 0; i < 600_000; i++) {
      gauge.frame(i * 1000, counts, 0);
      for (const event of run.feed(i * 1000, counts)) {
        recording = event.is === 'take-begins';
        if (event.is === 'take-begins') takes.push({ role: event.role, counts: [] });
        if (event.is === 'take-ends') gauge.ask(run.view().role, i * 1000);
        if (event.is === 'finished')
          return takes.map((t) => ({
            id: t.role,
            role: t.role,
            channels: ['s'],
            tUs: Float64Array.from(t.counts, (_, k) => k * 1000),
            counts: Uint16Array.from(t.counts),
          }));
      }
      if (recording) takes[takes.length - 1].counts.push(counts[0]);
    }
    throw new Error('the run did not finish');
  }
  it.each([
    ['a quiet one', { ...USUAL_DISTURBANCE, noise: 0.6, hum: 0 }, true],
    ['a noisy one, blown one way', { ...USUAL_DISTURBANCE, noise: 6 }, false],
    ['one in a wet room beside a mains lead', { ...USUAL_DISTURBANCE, hum: 5, moisture: 12 }, true],
  ] as const)('%s', (_, disturbance, bothSides) => {
    for (const seed of [1, 2, 3]) {
      const takes = takesOf(disturbance, bothSides, seed);
      const result = calibrateTakes({ bits: 12, sensor: 's', lane: 'breath', takes });
      if (!result.ok) throw new Error(result.faults[0].says);
      const { level, readings } = result.value;
      expect(level.down === null).toBe(!bothSides);
      expect(readings.missedSoft).toMatchObject({ missed: 0, of: 20 });
      expect(readings.falseTriggersPerHour).toBeLessThanOrEqual(0.1);
    }
  });
});
