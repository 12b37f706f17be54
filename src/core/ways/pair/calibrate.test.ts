import { describe, expect, it } from 'vitest';
import { compile } from '../../compile/compile';
import { run } from '../../engine/run';
import type { Instrument } from '../../instrument/document';
import { faultsOf } from '../../instrument/rules';
import { kindOf } from '../../kinds/registry';
import { random, type Random } from '../../signal/random';
import type { Take } from '../../signal/take';
import {
  edgesOfKeys,
  instrumentOfKeys,
  passes,
  physicalKeys,
  playedKeys,
  takeOfKeys,
  type KeyStroke,
  type PhysicalKeys,
} from '../../testing/physical-keys';
import { rankCorrelation } from '../../testing/rank-correlation';
import { calibratePairs } from './calibrate';
import type { PairCalibration } from './calibration';

/** Whole way down, s: soft, medium, loud, with a spread that a hand has (σ of the logarithm). */
const DOWN = { soft: 0.13, medium: 0.035, loud: 0.009 };
const drawn = (r: Random, role: keyof typeof DOWN) => () => DOWN[role] * Math.exp(0.12 * r.gauss());

const takesOf = (r: Random, bed: PhysicalKeys, times = 4): Take[] =>
  (['soft', 'medium', 'loud'] as const).map((role) =>
    takeOfKeys(r, bed, role, playedKeys(r, bed, times, drawn(r, role))),
  );

/** Calibrates a keybed and gives it its first voices. */
function calibrated(bed: PhysicalKeys, takes: Take[]) {
  const own = instrumentOfKeys(bed);
  const [sensor] = own.sensors;
  const report = calibratePairs({ board: own.boards[0], sensor, takes });
  if (!report.ok) throw new Error(report.faults[0].says);
  sensor.calibration = report.value.calibration;
  own.voices = kindOf(sensor).firstVoices(sensor, 'main');
  expect(faultsOf(own)).toEqual([]);
  const codes = report.value.findings.map((f) => `${f.code}${f.lane ? ` ${f.lane}` : ''}`);
  return {
    own,
    c: report.value.calibration as PairCalibration,
    codes,
    numbers: report.value.readings.numbers,
  };
}

/** Velocities that strokes were played with, in their order; null for one without a note. Also notes that none is behind, and those that hang. */
function heard(r: Random, bed: PhysicalKeys, own: Instrument, played: readonly KeyStroke[]) {
  const edges = edgesOfKeys(r, bed, played);
  const last = (edges.tUs.at(-1) ?? 0) + 500_000;
  const tUs = Float64Array.from({ length: Math.ceil(last / 1000) }, (_, i) => 1000 * i);
  const events = run(compile(own), { channels: [], tUs, counts: new Uint16Array(0), edges });
  const ons = events.filter((e) => e.bytes[0] >> 4 === 9);
  const sounding = new Set<number>();
  for (const { bytes } of events)
    if (bytes[0] >> 4 === 9) sounding.add(bytes[1]);
    else sounding.delete(bytes[1]);
  const velocities = played.map((q) => {
    const struck = passes(bed.keys[q.key], q).down[1];
    const at = ons.findIndex(
      (e) => e.bytes[1] === 20 + q.key && e.tUs * 1e-6 > struck - 0.001 && e.tUs * 1e-6 < struck + 0.04,
    );
    return at < 0 ? null : ons.splice(at, 1)[0].bytes[2];
  });
  return { velocities, extra: ons.length, hang: sounding.size };
}

// The truth is a mechanical model of keys, apart from the practice board; no recording, no outside source.
describe('a calibrated keybed', () => {
  it('of either order plays every stroke once, as hard as it was struck, and ends it', () => {
    for (let seed = 1; seed <= 12; seed++) {
      const r = random(seed);
      const scanUs = [0, 0, 250, 1000][seed % 4];
      const rests: [boolean, boolean] = [seed % 3 === 0, seed % 5 === 0];
      const bed = physicalKeys(r, r.whole(3, 25), { rests, scanUs });
      for (const key of bed.keys) key.swapped = r.next() < 0.2;
      const { own, c, codes } = calibrated(bed, takesOf(r, bed));
      expect(c.order, `order of ${seed}`).toBe(rests.map((closed) => (closed ? 'break' : 'make')).join('-'));
      expect(
        codes.filter((code) => !/swapped|slow-scan|odd-key/.test(code)),
        `findings of ${seed}`,
      ).toEqual([]);
      const played = playedKeys(r, bed, 8, () => 0.008 * 20 ** r.next());
      const { velocities, extra, hang } = heard(r, bed, own, played);
      expect({ seed, missed: velocities.filter((v) => v === null).length, extra, hang }).toEqual({
        ...{ seed, missed: 0, extra: 0, hang: 0 },
      });
      const speeds = played.map(({ down }) => 1 / down);
      expect(rankCorrelation(velocities.map(Number), speeds), `rank of ${seed}`).toBeGreaterThan(0.97);
    }
  });

  it('reads equal strokes alike over its keys: within two steps where edges are timed, four where they are looked at every ms', () => {
    for (const [scanUs, steps] of [
      [0, 2],
      [1000, 4],
    ] as const) {
      const r = random(7);
      const bed = physicalKeys(r, 12, { scanUs, unlike: 0.15 });
      const takes = (['soft', 'medium', 'loud'] as const).map((role) =>
        takeOfKeys(
          r,
          bed,
          role,
          playedKeys(r, bed, 12, () => DOWN[role] * Math.exp(0.01 * r.gauss())),
        ),
      );
      const { own } = calibrated(bed, takes);
      // From soft to medium: a look a ms is more than four steps wide at the fast end, and said so.
      const played = playedKeys(r, bed, 6, () => 0.08);
      const { velocities } = heard(r, bed, own, played);
      const all = velocities.map(Number).sort((a, b) => a - b);
      const middle = all[all.length >> 1];
      const off = all.map((v) => Math.abs(v - middle)).sort((a, b) => a - b);
      expect(off[Math.floor(0.9 * off.length)], `at ${scanUs} µs`).toBeLessThanOrEqual(steps);
    }
  });

  // Maker's handbook 4.6: the p95 of soft strokes, the p5 of loud ones (quantiles of type 7, Hyndman & Fan 1996).
  it('takes slowest and fastest from soft and loud strokes', () => {
    const r = random(17);
    const bed = physicalKeys(r, 4, { unlike: 0 });
    const times = (role: 'soft' | 'loud') => {
      const played = playedKeys(r, bed, 10, drawn(r, role));
      const ms = played.map((q) => 1000 * 0.3 * q.down).sort((a, b) => a - b);
      return { ms, take: takeOfKeys(r, bed, role, played) };
    };
    const [soft, loud] = [times('soft'), times('loud')];
    const { c } = calibrated(bed, [soft.take, loud.take]);
    const at = (sorted: number[], p: number) => {
      const i = p * (sorted.length - 1);
      return sorted[Math.floor(i)] + (i % 1) * (sorted[Math.ceil(i)] - sorted[Math.floor(i)]);
    };
    expect(c.slowMs / at(soft.ms, 0.95)).toBeCloseTo(1, 1);
    expect(c.fastMs / at(loud.ms, 0.05)).toBeCloseTo(1, 1);
  });

  it('says what is wrong with a key', () => {
    const r = random(3);
    const bed = physicalKeys(r, 8, { bounce: 0.001, unlike: 0.02 });
    bed.keys[1].swapped = true;
    bed.keys[2].dead = [1];
    bed.keys[3].dead = [0, 1];
    bed.keys[4].depths = [0.3, 0.3];
    bed.keys[5].depths = [0.2, 0.2 + 0.3 * 1.6];
    const { codes, c } = calibrated(bed, takesOf(r, bed));
    expect(codes).toEqual(
      expect.arrayContaining([
        ...[
          'contacts-swapped k1',
          'contact-dead k2',
          'lane-not-played k3',
          'contacts-shorted k4',
          'odd-key k5',
        ],
      ]),
    );
    expect(c.lanes.map(({ lane }) => lane)).toEqual(['k0', 'k1', 'k4', 'k5', 'k6', 'k7']);
    expect(c.lanes[3].factor).toBeGreaterThan(1.45);
  });

  it('says where keys are struck as one, and where soft is no softer than loud', () => {
    const r = random(5);
    const bed = physicalKeys(r, 6, {});
    const twice = (played: KeyStroke[]) =>
      played.flatMap((q) => (q.key === 2 ? [q, { ...q, key: 3 }] : q.key === 3 ? [] : [q]));
    const takes = (['soft', 'loud'] as const).map((role) =>
      takeOfKeys(r, bed, role, twice(playedKeys(r, bed, 4, drawn(r, role === 'soft' ? 'loud' : 'soft')))),
    );
    for (const key of bed.keys) key.depths = [0.3, 0.6];
    const { codes } = calibrated(bed, takes);
    expect(codes).toContain('soft-louder-than-loud');
    const alike = (['soft', 'loud'] as const).map((role) =>
      takeOfKeys(r, bed, role, twice(playedKeys(r, bed, 4, drawn(r, role)))),
    );
    expect(calibrated(bed, alike).codes).toEqual(['keys-together k2']);
  });

  // Maker's handbook 4.6: 126 · τ / (fast · ln(slow / fast)).
  it('tells how many steps one look at the contacts is worth', () => {
    const r = random(11);
    const bed = physicalKeys(r, 6, { scanUs: 1000, unlike: 0.02 });
    const { numbers, c, codes } = calibrated(bed, takesOf(r, bed));
    expect(numbers.resolutionUs).toBe(1000);
    expect(numbers.stepsAtFast).toBeCloseTo(126 / (c.fastMs * Math.log(c.slowMs / c.fastMs)), 1);
    expect(codes).toContain('slow-scan');
  });
});
