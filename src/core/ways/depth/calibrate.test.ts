import { describe, expect, it } from 'vitest';
import { lanesAlone } from '../../calibrate/lanes-alone';
import { compile } from '../../compile/compile';
import { run } from '../../engine/run';
import type { Instrument } from '../../instrument/document';
import { faultsOf } from '../../instrument/rules';
import { kindOf } from '../../kinds/registry';
import { random, type Random } from '../../signal/random';
import type { Take } from '../../signal/take';
import type { KeyStroke } from '../../testing/physical-keys';
import {
  instrumentOfMagnets,
  physicalMagnets,
  playedMagnets,
  takeOfMagnets,
  type PhysicalMagnets,
} from '../../testing/physical-magnets';
import { rankCorrelation } from '../../testing/rank-correlation';
import { calibrateDepths } from './calibrate';
import type { DepthCalibration } from './calibration';
import { depthAt, distanceOf, fieldAt } from './magnet-law';

/** Whole way down, s, with a spread that a hand has (σ of the logarithm). */
const DOWN = { soft: 0.16, medium: 0.045, loud: 0.014 };

const takesOf = (r: Random, bank: PhysicalMagnets, times = 4, spread = 0.12): Take[] => [
  takeOfMagnets(
    r,
    bank,
    'slow',
    playedMagnets(r, bank, 1, () => r.between(0.7, 1.2), [0.2, 0.4]),
  ),
  ...(['soft', 'medium', 'loud'] as const).map((role) =>
    takeOfMagnets(
      r,
      bank,
      role,
      playedMagnets(r, bank, times, () => DOWN[role] * Math.exp(spread * r.gauss())),
    ),
  ),
];

function calibrated(bank: PhysicalMagnets, takes: Take[]) {
  const own = instrumentOfMagnets(bank);
  const [sensor] = own.sensors;
  const report = calibrateDepths({ board: own.boards[0], sensor, takes });
  if (!report.ok) throw new Error(report.faults[0].says);
  sensor.calibration = report.value.calibration;
  own.voices = kindOf(sensor).firstVoices(sensor, 'main');
  expect(faultsOf(own)).toEqual([]);
  const codes = report.value.findings.map((f) => `${f.code}${f.lane ? ` ${f.lane}` : ''}`);
  return { own, c: report.value.calibration as DepthCalibration, codes, readings: report.value.readings };
}

/** Velocities of strokes in their order; null for one without a note. Also notes that none is behind, and those that hang. */
function heard(r: Random, bank: PhysicalMagnets, own: Instrument, played: readonly KeyStroke[]) {
  const events = run(compile(own), takeOfMagnets(r, bank, 'medium', played));
  const ons = events.filter((e) => e.bytes[0] >> 4 === 9);
  const offs = events.filter((e) => e.bytes[0] >> 4 === 8).length;
  const hang = ons.length - offs;
  const velocities = played.map(({ key, at, down }) => {
    const found = ons.findIndex(
      (e) => e.bytes[1] === 20 + key && e.tUs * 1e-6 > at && e.tUs * 1e-6 < at + down + 0.01,
    );
    return found < 0 ? null : ons.splice(found, 1)[0].bytes[2];
  });
  return { velocities, extra: ons.length, hang };
}

it('the third power of a magnet’s distance: from rest and bottom its distance, and back from field to depth', () => {
  // 9 mm away, 5 mm of way: the field grows by (9 / 4)³ (maker's handbook 4.6).
  expect(distanceOf(100, 100 * (9 / 4) ** 3, 0)).toBeCloseTo(9 / 5, 9);
  expect(distanceOf(100, 90, 0)).toBeNull();
  // Half way down it is 6.5 mm away.
  expect(fieldAt(0.5, 9 / 5)).toBeCloseTo(((9 / 6.5) ** 3 - 1) / ((9 / 4) ** 3 - 1), 9);
  for (const depth of [0, 0.2, 0.7, 1]) expect(depthAt(fieldAt(depth, 1.8), 1.8)).toBeCloseTo(depth, 9);
});

// The truth is a physical model of keys, apart from the practice board; no recording, no outside source.
describe('calibrated magnet keys', () => {
  it('play every stroke once, as hard as it was struck, and end it', () => {
    for (let seed = 1; seed <= 10; seed++) {
      const r = random(seed);
      const bank = physicalMagnets(r, r.whole(2, 12), { rateHz: [1000, 1000, 2000][seed % 3] });
      for (const key of bank.keys) if (r.next() < 0.2) key.pole = -1;
      const { own, codes } = calibrated(bank, takesOf(r, bank));
      expect(
        codes.filter((code) => !/upside|odd-key|weak|crosstalk/.test(code)),
        `findings of ${seed}`,
      ).toEqual([]);
      const played = playedMagnets(r, bank, 8, () => 0.012 * 15 ** r.next());
      const { velocities, extra, hang } = heard(r, bank, own, played);
      expect({ seed, missed: velocities.filter((v) => v === null).length, extra, hang }).toEqual({
        ...{ seed, missed: 0, extra: 0, hang: 0 },
      });
      expect(
        rankCorrelation(
          velocities.map(Number),
          played.map(({ down }) => 1 / down),
        ),
        `rank of ${seed}`,
      ).toBeGreaterThan(0.97);
    }
  });

  it('finds rest, bottom and depth of each key within a hundredth of its way', () => {
    const r = random(4);
    const bank = physicalMagnets(r, 6, { noise: 2 });
    bank.keys[2].pole = -1;
    const { c } = calibrated(bank, takesOf(r, bank));
    bank.keys.forEach(({ distance, gain, pole }, i) => {
      const field = (x: number) => (distance / (distance - x)) ** 3;
      const count = (x: number) => 4095 / 2 + (pole * gain * field(x)) / (field(1) - 1);
      const { rest, bottom, table } = c.lanes[i];
      expect(Math.abs(rest - count(0)) / gain, `rest of ${i}`).toBeLessThan(0.01);
      expect(Math.abs(bottom - count(1)) / gain, `bottom of ${i}`).toBeLessThan(0.01);
      // Where its counts say half way down.
      const half = table!.find((p) => p.depth === 0.5)!;
      const share = (half.count - rest) / (bottom - rest);
      expect(depthAt(share, distance), `depth of ${i}`).toBeCloseTo(0.5, 1);
    });
  });

  it('reads equal strokes alike over keys with other magnets: nine in ten within two steps at 1 kHz', () => {
    const r = random(9);
    const bank = physicalMagnets(r, 10);
    const { own } = calibrated(bank, takesOf(r, bank, 8, 0.01));
    for (const down of [0.1, 0.045, 0.018]) {
      const { velocities } = heard(
        r,
        bank,
        own,
        playedMagnets(r, bank, 6, () => down),
      );
      const all = velocities.map(Number).sort((a, b) => a - b);
      const off = all.map((v) => Math.abs(v - all[all.length >> 1])).sort((a, b) => a - b);
      expect(off[Math.floor(0.9 * off.length)], `${down} s`).toBeLessThanOrEqual(2);
    }
  });

  it('repeats a note without full release, once it has come up past its re-arm depth', () => {
    const r = random(2);
    const bank = physicalMagnets(r, 2);
    const { own, c } = calibrated(bank, takesOf(r, bank));
    // Down, up to a third of its way, down again, and up.
    const way = [
      ...ramp(0, 1, 40),
      ...ramp(1, 1, 60),
      ...ramp(1, c.damper + 0.03, 50),
      ...ramp(c.damper + 0.03, 1, 30),
      ...ramp(1, 1, 60),
      ...ramp(1, 0, 60),
    ];
    const depths = [...ramp(0, 0, 200), ...way, ...ramp(0, 0, 100)];
    const { distance, gain } = bank.keys[0];
    const field = (x: number) => (distance / (distance - x)) ** 3;
    const counts = depths.flatMap((x) =>
      [0, 1].map((k) => {
        const { distance: d, gain: g } = bank.keys[k];
        return k === 0
          ? Math.round(2047.5 + (gain * field(x)) / (field(1) - 1))
          : Math.round(2047.5 + g / ((d / (d - 1)) ** 3 - 1));
      }),
    );
    const events = run(compile(own), {
      ...{ channels: ['k0', 'k1'], tUs: Float64Array.from(depths, (_, i) => 1000 * i) },
      counts: Uint16Array.from(counts),
    });
    expect(events.map((e) => e.bytes[0] >> 4)).toEqual([9, 8, 9, 8]);
  });

  it('one key that was played again alone is measured from that, the others as before', () => {
    const r = random(12);
    const bank = physicalMagnets(r, 4, { noise: 1 });
    const takes = takesOf(r, bank);
    const before = calibrated(bank, takes).c;
    bank.keys[2].gain *= 1.3;
    const own = instrumentOfMagnets(bank).sensors[0].lanes;
    const alone = takesOf(r, bank).map((t) => ({ ...t, id: `${t.role} again`, lane: 'k2' }));
    const { c, readings } = calibrated(bank, lanesAlone(own, [...takes, ...alone]));
    c.lanes.forEach(({ lane, rest, bottom }, i) => {
      const was = before.lanes[i];
      const wider = (bottom - rest) / (was.bottom - was.rest);
      expect(wider, lane).toBeCloseTo(lane === 'k2' ? 1.3 : 1, 2);
    });
    expect(readings.numbers).toMatchObject({ missed: 0, doubled: 0 });
  });

  it('says what is wrong with a key', () => {
    const r = random(6);
    const bank = physicalMagnets(r, 8, { neighbour: 0 });
    for (const key of bank.keys) Object.assign(key, { distance: 1.9, gain: 1300 });
    bank.keys[1].pole = -1;
    bank.keys[3].missing = true;
    bank.keys[5].gain = 400;
    const { codes, c } = calibrated(bank, takesOf(r, bank));
    expect(codes).toEqual(
      expect.arrayContaining(['magnet-upside-down k1', 'lane-not-played k3', 'weak-magnet k5']),
    );
    expect(c.lanes.map(({ lane }) => lane)).not.toContain('k3');
    const close = physicalMagnets(r, 6, { neighbour: 0.06 });
    expect(calibrated(close, takesOf(r, close)).codes.join(' ')).toContain('crosstalk');
  });
});

/** So many depths from one to another. */
const ramp = (from: number, to: number, n: number): number[] =>
  Array.from({ length: n }, (_, i) => from + ((to - from) * i) / n);
