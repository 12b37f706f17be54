import { describe, expect, it } from 'vitest';
import { random } from '../../../signal/random';
import type { Role, Take } from '../../../signal/take';
import { calibrateSensorLevel } from '../sensor-level';
import { LoadGuide } from './guide';

/* A pad and a gauge by formula, apart from the practice board: Rs = K · F^(−n) in a divider (maker's handbook 4.4), volts = supply × (a · P + b) (4.3). */

interface Pad {
  ratio: number;
  exponent: number;
  falling: boolean;
  /** Share by which a load reads more on the way down, and creeps in a second. */
  slack: number;
  creep: number;
}

const BITS = 12;
const G = 9.80665e-3;
const shareOf = ({ ratio, exponent, falling }: Pad, newtons: number): number => {
  const share = newtons <= 0 ? 0.004 : 1 / (1 + ratio * newtons ** -exponent);
  return falling ? 1 - share : share;
};

/** A take in which values are held, with or without rest between them. @param read share of the supply of a value, how long it has lain there, s, and the value before it */
function heldTake(
  id: string,
  role: Role,
  values: readonly number[],
  lifts: boolean,
  read: (value: number, seconds: number, before: number) => number,
  seed: number,
): Take {
  const r = random(seed);
  const steps = lifts ? values.flatMap((v) => [0, v]) : [0, ...values];
  const counts: number[] = [];
  let before = 0;
  for (const value of [...steps, 0]) {
    const frames = Math.round(r.between(700, 1300));
    for (let i = 0; i < frames; i++) {
      const gone = Math.min(1, i / 90);
      const share =
        before === value
          ? read(value, i / 1000, before)
          : (1 - gone) * read(before, 1, before) + gone * read(value, i / 1000, before);
      counts.push(Math.round(2 ** BITS * share + 1.5 * r.gauss()));
    }
    before = value;
  }
  return {
    ...{ id, role, channels: ['pad'] },
    tUs: Float64Array.from(counts, (_, i) => i * 1000),
    counts: Uint16Array.from(counts, (c) => Math.max(0, Math.min(2 ** BITS - 1, c))),
  };
}

const job = (kind: string, takes: Take[], facts?: Record<string, number>) => ({
  board: { bits: BITS },
  sensor: { id: 'pad', name: 'Pad', kind, lanes: [{ id: 'pad', column: 'pad' }], facts },
  takes,
});
const UP_AND_DOWN = [20, 50, 100, 300, 100, 50, 20];

function weighed(pad: Pad, weights: readonly number[], lifts: boolean, seed: number, told = weights) {
  const by = (grams: number, seconds: number, before: number) => {
    const late = before > grams ? 1 + pad.slack : 1;
    return shareOf(pad, grams * G * late * (1 + pad.creep * Math.log1p(9 * seconds)));
  };
  const rest = heldTake('rest', 'rest', [], false, by, seed);
  const take = heldTake('weights', 'weights', weights, lifts, by, seed + 1);
  const long: Take = { ...rest, ...heldTake('rest', 'rest', [0, 0, 0], false, by, seed) };
  const report = calibrateSensorLevel(job('force-pad', [long, { ...take, weights: told }]));
  if (!report.ok) throw new Error(report.faults[0].says);
  const { findings, calibration, lanes } = report.value;
  return {
    codes: findings.map((f) => f.code),
    findings,
    lane: calibration.lanes[0],
    readings: lanes[0].readings.known,
  };
}
const PLAIN: Pad = { ratio: 1.2, exponent: 0.9, falling: false, slack: 0, creep: 0 };

describe('known weights', () => {
  it('give the law of a pad within 4 %, whichever way it is wired, heaped up or laid on one by one, in 200 of 200', () => {
    const r = random(3);
    for (let seed = 1; seed <= 200; seed++) {
      const pad = {
        ...PLAIN,
        ratio: r.between(0.4, 4),
        exponent: r.between(0.6, 1.2),
        falling: r.next() < 0.5,
      };
      const weights = r.next() < 0.5 ? UP_AND_DOWN : [500, 50, 200, 100];
      const { lane, readings } = weighed(pad, weights, r.next() < 0.5, seed);
      expect(lane.force, `seed ${seed}`).toBeDefined();
      expect(Math.abs(lane.force!.exponent / pad.exponent - 1), `exponent of ${seed}`).toBeLessThan(0.04);
      expect(Math.abs(lane.force!.ratio / pad.ratio - 1), `ratio of ${seed}`).toBeLessThan(0.04);
      // 100 g are 0.980665 N (standard gravity, CGPM 1901).
      const own = readings!.loads.find(({ is }) => Math.abs(is - 0.980665) < 1e-4)!;
      expect(Math.abs(own.reads / 0.980665 - 1)).toBeLessThan(0.04);
    }
  });
  it('tell hysteresis and creep of a soft material', () => {
    const { readings, codes } = weighed({ ...PLAIN, slack: 0.4, creep: 0.03 }, UP_AND_DOWN, false, 5);
    expect(readings!.hysteresis).toBeGreaterThan(0.1);
    expect(readings!.creep).toBeGreaterThan(0.005);
    expect(codes).toContain('hysteresis');
    const lifted = weighed(PLAIN, [20, 50, 100], true, 6);
    expect([lifted.readings!.hysteresis, lifted.codes.includes('hysteresis')]).toEqual([null, false]);
  });
  it('name the one that reads as another, and go by the others', () => {
    const { findings, lane } = weighed(PLAIN, [20, 50, 200, 100, 300], true, 7, [20, 50, 20, 100, 300]);
    const [wrong] = findings.filter((f) => f.code === 'loads-contradict');
    expect(wrong).toMatchObject({ severity: 'doubt' });
    expect(wrong.says).toMatch(/applied at \d\.\d s as 20 g reads as (19\d|20\d|21\d) g/);
    expect(Math.abs(lane.force!.exponent / 0.9 - 1)).toBeLessThan(0.1);
  });
  it('leave it without units where they contradict each other, or are not as many as were told', () => {
    const reversed = weighed(PLAIN, [20, 50, 100, 300], true, 8, [300, 100, 50, 20]);
    expect([reversed.lane.force, reversed.codes.includes('loads-contradict')]).toEqual([undefined, true]);
    for (const lifts of [true, false]) {
      const more = weighed(PLAIN, [20, 50, 100, 300], lifts, 10, [20, 100, 300]);
      expect(more.lane.force).toBeUndefined();
      expect(more.findings.find((f) => f.code === 'loads-not-found')!.says).toMatch(
        /^3 weights were to be applied, 4 were found, at (\d\.\d, ){3}\d\.\d s/,
      );
    }
    const fewer = weighed(PLAIN, [20, 50, 100], true, 9, [20, 50, 100, 200, 300]);
    expect(fewer.lane.force).toBeUndefined();
    expect(fewer.findings.find((f) => f.code === 'loads-not-found')!.says).toMatch(
      /^5 weights were to be applied, 3 were found, at \d\.\d, \d\.\d, \d\.\d s/,
    );
  });
});

describe('known pressures', () => {
  const gauge = (pressures: readonly number[], told: readonly number[], facts?: Record<string, number>) => {
    const by = (kpa: number) => 0.125 * kpa + 0.2;
    const rest = heldTake('rest', 'rest', [0, 0, 0], false, by, 1);
    const take = { ...heldTake('column', 'weights', pressures, false, by, 2), pressures: told };
    const report = calibrateSensorLevel(job('breath-gauge', [rest, take], facts));
    if (!report.ok) throw new Error(report.faults[0].says);
    return report.value;
  };
  it('give a gauge its line: a column of water at two heights is enough', () => {
    for (const pressures of [[1, 2], [2], [1, 2, 4, 2, 1]]) {
      const { calibration, lanes } = gauge(pressures, pressures);
      const { perKpa, offset } = calibration.lanes[0].pressure!;
      expect([Math.abs(perKpa - 0.125) < 0.0015, Math.abs(offset - 0.2) < 0.001]).toEqual([true, true]);
      expect(lanes[0].readings.known!.unit).toBe('kPa');
    }
  });
  it('say where its sheet says otherwise', () => {
    const codes = (perKpa: number) =>
      gauge([1, 2], [1, 2], { perKpa, offset: 0.2 }).findings.map((f) => f.code);
    expect([codes(0.125).includes('sheet-differs'), codes(0.09).includes('sheet-differs')]).toEqual([
      false,
      true,
    ]);
  });
});

describe('known weights on several lanes, one after another', () => {
  const ids = ['a', 'b', 'c'];
  const PADS = ids.map((_, i) => ({ ...PLAIN, ratio: [0.8, 1.2, 2][i], exponent: [0.7, 0.9, 1][i] }));
  /** Each lane's own take, one after another, on all columns; a neighbour reads this share of what is moved. */
  function together(bleed: number): Take[] {
    const alone = PADS.map((pad, lane) =>
      // Each lies for 1.4 s or more.
      heldTake(
        'w',
        'weights',
        UP_AND_DOWN.flatMap((g) => [g, g]),
        false,
        (grams) => shareOf(pad, grams * G),
        40 + lane,
      ),
    );
    const rests = PADS.map((pad) => Math.round(2 ** BITS * shareOf(pad, 0)));
    const rows = alone.flatMap(({ counts }, lane) =>
      Array.from(counts, (count) =>
        rests.map((rest, i) => (i === lane ? count : Math.round(rest + bleed * (count - rests[lane])))),
      ),
    );
    const still = Array.from({ length: 3000 }, () => rests);
    const take = (id: string, role: Role, frames: number[][], more: Partial<Take> = {}): Take => ({
      ...{ id, role, channels: ids, ...more },
      tUs: Float64Array.from(frames, (_, i) => 1000 * i),
      counts: Uint16Array.from(frames.flat()),
    });
    return [take('r', 'rest', still), take('w', 'weights', rows, { weights: UP_AND_DOWN })];
  }
  it.each([0, 0.15])('give each its own law, whatever its neighbours read of it: %f of it', (bleed) => {
    const lanes = ids.map((id) => ({ id, column: id }));
    const sensor = { id: 'sheet', name: 'Sheet', kind: 'pressure-sheet', lanes };
    const report = calibrateSensorLevel({ board: { bits: BITS }, sensor, takes: together(bleed) });
    if (!report.ok) throw new Error(report.faults[0].says);
    report.value.calibration.lanes.forEach(({ force }, i) => {
      expect(Math.abs(force!.exponent / PADS[i].exponent - 1)).toBeLessThan(0.04);
      expect(Math.abs(force!.ratio / PADS[i].ratio - 1)).toBeLessThan(0.04);
    });
  });
  it('are guided lane by lane, and count once each on its own lane alone', () => {
    const [, { counts, tUs }] = together(0.15);
    const guide = new LoadGuide(
      { role: 'weights', gestures: UP_AND_DOWN.length, seconds: null },
      null,
      1000,
      3,
    );
    const said: string[] = [];
    const turns: number[] = [];
    // Its pause, at rest, then the take; hands off at the end.
    const at = (i: number) => Array.from(counts.subarray(3 * i, 3 * i + 3));
    for (let i = -1500; i < tUs.length + 1500; i++) {
      const row = i < 0 ? at(0) : at(Math.min(i, tUs.length - 1));
      said.push(...guide.feed(1000 * (i + 1500), row).map((e) => e.is));
      const { turn, lanes } = guide.view();
      if (turns.at(-1) !== turn!) turns.push(turn!);
      expect(lanes).toHaveLength(3);
    }
    expect(guide.view().lanes).toEqual([7, 7, 7]);
    expect(turns.slice(0, 3)).toEqual([0, 1, 2]);
    expect(said).toEqual(['take-begins', 'take-ends', 'finished']);
  });
});
