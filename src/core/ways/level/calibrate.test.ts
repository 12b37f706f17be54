import { describe, expect, it } from 'vitest';
import { levelFaults } from './rules';
import { chatterOf } from './chatter';
import { choiceOf, priceOf, withChoice } from './choice';
import { calibrateTakes } from '../../testing/calibrate-takes';
import { identityInstrument } from '../../testing/identity-response';
import { countAt, type LaneLevel } from './lane-level';
import type { LaneReport } from './report';
import { calibrateSensorLevel } from './sensor-level';
import type { LevelTake, PlayedTake } from '../../calibrate/played-take';
import type { Take } from '../../signal/take';
import { makeRun, makeTake } from '../../testing/takes-by-formula';

const report = (takes: LevelTake[], bits = 12): LaneReport => {
  const result = calibrateTakes({ bits, sensor: 's', lane: 'breath', takes });
  if (!result.ok) throw new Error(result.faults[0].says);
  return result.value;
};
const codes = (r: LaneReport) => r.findings.map((f) => f.code);
const faultsOf = ({ polarity, ...lane }: LaneLevel) =>
  levelFaults(
    { is: 'level', polarity, lanes: [lane], takes: [], method: '' },
    identityInstrument([]).sensors[0],
    'c',
    4095,
  );
const replace = (takes: LevelTake[], take: LevelTake) => takes.map((t) => (t.role === take.role ? take : t));

describe('a one-sided sensor, from takes made by formula', () => {
  const r = report(makeRun(400, 2.5));
  const { level: c, readings } = r;
  it('finds rest, noise, and one rising side', () => {
    expect(c.rest).toBeCloseTo(400, 0);
    expect(Math.abs(c.noise - Math.sqrt(2.5 ** 2 + 1 / 12))).toBeLessThan(0.12);
    expect(c).toMatchObject({ lane: 'breath', polarity: 'rising', down: null });
    expect(r.takes).toEqual(['rest', 'soft', 'medium', 'loud', 'full']);
  });
  it('counts the gestures: 20 soft, 8 medium, 8 loud, 3 full', () => {
    expect(r.played.map((t) => t.gestures.length)).toEqual([20, 8, 8, 3]);
    expect(readings.missedSoft).toMatchObject({ missed: 0, of: 20 });
    expect(readings.missedSoft.upTo).toBeCloseTo(0.139, 3);
    expect(readings.chatter).toBe(0);
  });
  it('puts reach 5 % over the loudest comfortable, within the noise of a peak', () => {
    expect(Math.abs(c.up.reach - 1.05 * 1276)).toBeLessThan(20);
  });
  it('keeps the order rest < off < on < reach, which the document’s rules check too', () => {
    expect(faultsOf(c)).toEqual([]);
    expect(readings.onSigmas).toBeGreaterThanOrEqual(6);
    expect(readings.falseTriggersPerHour).toBeLessThanOrEqual(0.1);
  });
  it('has nothing to complain of but the converter’s use', () => {
    expect(codes(r)).toEqual(['range-fair']);
  });
  it('draws a mark from the medium take: up and down again', () => {
    const mark = r.mark!;
    expect(mark).toHaveLength(24);
    expect(Math.max(...mark)).toBe(1);
    expect(mark[0]).toBeLessThan(0.2);
    expect(mark[23]).toBeLessThan(0.2);
  });
});

/** What was played in each take of a report, with its frames. */
const withFrames = (takes: LevelTake[], r: LaneReport): PlayedTake[] => {
  const playing = takes.filter((t) => t.role !== 'rest');
  return r.played.map((p, i) => ({ ...playing[i], ...p }));
};

describe('sides and polarity are found, not asked', () => {
  it('a bellows has a middle rest and two sides, scaled apart', () => {
    const { level: c, readings } = report(makeRun(2048, 3, { both: true }));
    expect(c.up.reach).toBeGreaterThan(1152);
    expect(c.down!.reach).toBeGreaterThan(1148);
    expect(c.up.reach).not.toBe(c.down!.reach);
    expect(readings.missedSoft.of).toBe(20);
    expect(faultsOf(c)).toEqual([]);
  });
  it('an upside-down sensor is calibrated downward and said to be so', () => {
    const r = report(makeRun(3600, 3, { sign: -1 }));
    expect(r.level).toMatchObject({ polarity: 'falling', down: null });
    expect(countAt(r.level, r.level.up.off)).toBeLessThan(3600);
    expect(codes(r)).toContain('inverted');
    expect(faultsOf(r.level)).toEqual([]);
  });
  it('a spring-back after each breath is no second side', () => {
    const peaks = [1200, -120, 1250, -110, 1180, -130, 1220, -90];
    const takes = replace(makeRun(600, 3), makeTake('loud', { rest: 600, noise: 3, peaks, between: 0.2 }));
    expect(report(takes).level.down).toBeNull();
  });
});

describe('bad takes get a finding each, with a cure', () => {
  const run = () => makeRun(400, 2.5);
  it('no rest take, an empty one, and nothing played are refused by name', () => {
    const refused = (takes: LevelTake[]) => {
      const result = calibrateTakes({ bits: 12, sensor: 's', lane: 'breath', takes });
      return result.ok ? null : result.faults[0];
    };
    expect(refused(run().slice(1))).toMatchObject({
      path: 'takes',
      says: expect.stringMatching(/rest take is required/),
    });
    expect(refused([{ id: 'r', role: 'rest', tUs: [], counts: [] }])?.path).toBe('takes.0');
    expect(refused([run()[0], makeTake('soft', { rest: 400, noise: 2.5, peaks: [] })])?.says).toMatch(
      /nothing was played/i,
    );
  });
  it('soft louder than loud', () => {
    const takes = replace(
      run(),
      makeTake('soft', { rest: 400, noise: 2.5, peaks: new Array(20).fill(1500) }),
    );
    expect(report(takes).findings.find((f) => f.code === 'dynamics-reversed')).toMatchObject({
      severity: 'fault',
    });
  });
  it('a clipped converter, with the moment to jump to', () => {
    const takes = replace(run(), makeTake('loud', { rest: 400, noise: 2.5, peaks: new Array(8).fill(5000) }));
    const clipped = report(takes).findings.find((f) => f.code === 'clipped')!;
    expect(clipped.evidence!.take).toBe('loud');
    expect(clipped.evidence!.toUs).toBeGreaterThan(clipped.evidence!.fromUs);
    expect(clipped.cures[0].redo).toBe('loud');
  });
  it('one value only', () => {
    const takes = replace(run(), makeTake('rest', { rest: 400, noise: 0, peaks: [], before: 8 }));
    expect(codes(report(takes))).toContain('one-value');
  });
  it('something moving in the rest take', () => {
    const takes = replace(
      run(),
      makeTake('rest', { rest: 400, noise: 2.5, peaks: [60], before: 4, between: 4 }),
    );
    const r = report(takes);
    expect(codes(r)).toContain('rest-moves');
    expect(r.level.up.on).toBeGreaterThan(50);
  });
  it('a cough or two in the rest take, as strong as soft playing: left out, and said; three are no accident', () => {
    const coughing = (peaks: number[]) =>
      report(replace(run(), makeTake('rest', { rest: 400, noise: 2.5, peaks, before: 4, between: 2 })));
    const r = coughing([150, 300]);
    expect(r.level.up.on).toBeLessThan(30);
    expect(r.readings).toMatchObject({ missedSoft: { missed: 0, of: 20 } });
    const { says, evidence } = r.findings.find((f) => f.code === 'rest-moves')!;
    expect(says).toMatch(/left out; if it was not you, record rest again/);
    expect(evidence!.fromUs / 1e6).toBeCloseTo(4, 1);
    expect(coughing([150, 300, 150]).readings.missedSoft.missed).toBe(20);
  });
  it('a take that never comes back to rest', () => {
    const takes = replace(
      run(),
      makeTake('medium', { rest: 900, noise: 2.5, peaks: new Array(8).fill(100), before: 0.2, between: 0.1 }),
    );
    expect(codes(report(takes))).toContain('no-rest-between');
  });
  it('a rest that crept between takes', () => {
    const takes = replace(run(), makeTake('loud', { rest: 412, noise: 2.5, peaks: new Array(8).fill(1200) }));
    expect(codes(report(takes))).toContain('rest-creeping');
  });
  it('soft gestures that would be missed, with the price of catching them', () => {
    const peaks = [...new Array(17).fill(60), 9, 9, 9];
    const takes = replace(run(), makeTake('soft', { rest: 400, noise: 2.5, peaks, length: 0.4 }));
    const r = report(takes);
    const missed = r.findings.find((f) => f.code === 'soft-missed')!;
    expect(r.readings.missedSoft.missed).toBeGreaterThan(0);
    expect(missed.cures[0].set!.on).toBeLessThan(r.level.up.on);
    expect(missed.cures[0].cost).toMatch(/phantom notes/);
  });
  it('a level that rises slowly through the threshold: “on” is raised until the gate opens once a gesture', () => {
    const peaks = new Array(20).fill(60);
    const takes = replace(run(), makeTake('soft', { rest: 400, noise: 2.5, peaks, length: 4 }));
    const r = report(takes);
    expect(r.readings).toMatchObject({ chatter: 0, missedSoft: { missed: 0, of: 20 } });
    expect(codes(r)).toContain('on-raised');
    expect(r.raisedBy).toBeGreaterThan(0);
    const lowest = { ...choiceOf(report(run()).level), holdOffMs: 0 };
    expect(chatterOf(withFrames(takes, r), withChoice(r.level, lowest))).toBeGreaterThan(0);
  });
  it('a bellows that springs back past rest after a hard push: “on” of the other side stays over it', () => {
    const r = report(makeRun(2048, 2.5, { both: true, rebound: 0.015 }));
    expect(r.played.map((t) => t.gestures.length)).toEqual([20, 8, 8, 3]);
    expect(r.readings).toMatchObject({ chatter: 0, missedSoft: { missed: 0, of: 20 } });
    expect(r.level.down!.on).toBeGreaterThan(0.015 * 1600);
    expect(codes(r)).toContain('on-raised');
  });
  it('the same where that would lose soft gestures: a hold-off makes each one note, or the price of one that would is named', () => {
    const slow = (peak: number, length: number) => {
      const soft = makeTake('soft', { rest: 400, noise: 2.5, peaks: new Array(20).fill(peak), length });
      const takes = replace(run(), soft);
      const r = report(takes);
      return { ...r, played: withFrames(takes, r) };
    };
    const held = slow(24, 1.2);
    expect(held.readings.chatter).toBe(0);
    expect(held.level.holdOffMs).toBeGreaterThan(10);
    expect(chatterOf(held.played, { ...held.level, holdOffMs: 0 })).toBeGreaterThan(0);
    const slower = slow(20, 3);
    expect(slower.readings.chatter).toBeGreaterThan(0);
    for (const { set } of slower.findings.find((f) => f.code === 'chatter')!.cures) {
      if (!set) continue;
      const cured = withChoice(slower.level, { ...choiceOf(slower.level), ...set });
      expect(chatterOf(slower.played, cured)).toBe(0);
    }
  });
  it('too short a rest, and too few soft ones', () => {
    const takes = replace(
      replace(run(), makeTake('rest', { rest: 400, noise: 6, peaks: [], before: 0.05 })),
      makeTake('soft', { rest: 400, noise: 2.5, peaks: [80, 85, 90] }),
    );
    expect(codes(report(takes))).toEqual(expect.arrayContaining(['rest-short', 'few-soft']));
  });
  it('intended gestures marked by hand replace detection: the third was never heard', () => {
    const soft = makeTake('soft', { rest: 400, noise: 2.5, peaks: [80, 80, 3, 80], between: 0.7 });
    const marks = [0.5, 1.5, 2.5, 3.5].map((s) => s * 1e6);
    const r = report(replace(run(), { ...soft, marks }));
    expect(r.readings.missedSoft).toMatchObject({ missed: 1, of: 4 });
  });
});

describe('moving the thresholds by hand', () => {
  const r = report(makeRun(2048, 3, { both: true }));
  it('moves both sides, keeps the order, and says so in the method', () => {
    const before = choiceOf(r.level);
    const moved = withChoice(r.level, { on: before.on + 40, off: before.off + 10, holdOffMs: 25 });
    expect(choiceOf(moved)).toEqual({ on: before.on + 40, off: before.off + 10, holdOffMs: 25 });
    expect(moved.down!.on - r.level.down!.on).toBe(40);
    for (const wanted of [
      { on: -50, off: 900, holdOffMs: -1 },
      { on: 9000, off: -3, holdOffMs: 9000 },
      { on: 30, off: 30, holdOffMs: 0 },
    ])
      expect(faultsOf(withChoice(r.level, wanted))).toEqual([]);
    expect(withChoice(r.level, before)).toBe(r.level);
  });
  it('prices the choice: higher misses more and dreams less', () => {
    const low = priceOf(r, r.level);
    const high = priceOf(r, withChoice(r.level, { on: 85, off: 20, holdOffMs: 0 }));
    expect(low.missed.missed).toBe(0);
    expect(high.missed.missed).toBeGreaterThan(5);
    expect(high.phantomsPerHour).toBeLessThan(low.phantomsPerHour);
  });
});

describe('several lanes', () => {
  const run = (rest: number, options: Parameters<typeof makeRun>[2]) => makeRun(rest, 2.5, options);
  /** Two lanes in the same takes, one beside the other. */
  const beside = (a: LevelTake[], b: LevelTake[]): Take[] =>
    a.map((take, i) => {
      const frames = Math.min(take.tUs.length, b[i].tUs.length);
      const counts = Uint16Array.from({ length: 2 * frames }, (_, k) => (k % 2 ? b : a)[i].counts[k >> 1]);
      const tUs = Float64Array.from({ length: frames }, (_, k) => take.tUs[k]);
      return { id: take.id, role: take.role, channels: ['x', 'y'], tUs, counts };
    });
  const lanes = ['x', 'y'].map((column) => ({ id: `lane-${column}`, column }));
  const both = (a: LevelTake[], b: LevelTake[]) =>
    calibrateSensorLevel({
      board: { bits: 12 },
      sensor: { id: 's', name: 'S', kind: 'pressure-sheet', lanes },
      takes: beside(a, b),
    });
  it('get a record each, equal to what each alone gives, and share polarity and hold-off', () => {
    const [a, b] = [run(400, {}), run(700, {})];
    const read = both(a, b);
    if (!read.ok) throw new Error(read.faults[0].says);
    const { calibration, readings } = read.value;
    const alone = (takes: LevelTake[]) => report(takes).level;
    expect(calibration.lanes.map(({ lane, rest, up }) => ({ lane, rest, up }))).toEqual([
      { lane: 'lane-x', rest: alone(a).rest, up: alone(a).up },
      { lane: 'lane-y', rest: alone(b).rest, up: alone(b).up },
    ]);
    expect(readings).toMatchObject({ lanes: [{ lane: 'lane-x' }, { lane: 'lane-y' }] });
  });
  it('a lane that is played both ways calls the side that the others are played to “up”', () => {
    const read = both(run(3600, { sign: -1 }), run(2048, { both: true }));
    if (!read.ok) throw new Error(read.faults[0].says);
    const alone = report(run(2048, { both: true })).level;
    expect(read.value.calibration).toMatchObject({
      polarity: 'falling',
      lanes: [{ down: null }, { up: alone.down, down: alone.up }],
    });
  });
  it('that are played opposite ways are refused by name', () => {
    const read = both(run(400, {}), run(3600, { sign: -1 }));
    expect(read.ok ? '' : read.faults[0].says).toMatch(/lane-y moves the other way/);
  });
});
