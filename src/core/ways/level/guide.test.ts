import { describe, expect, it } from 'vitest';
import { random } from '../../signal/random';
import type { Role } from '../../signal/take';
import { detectorSettings, gesturesOf } from '../../calibrate/gesture-detector';
import { stepsWithout, type GuideEvent, type GuideStep } from '../../guide/guide';
import { LevelGuide } from './guide';
import { LEVEL_STEPS } from './steps';
import { makeTake } from '../../testing/takes-by-formula';

const STEPS: GuideStep[] = [
  { role: 'rest', gestures: null, seconds: 2 },
  { role: 'soft', gestures: 3, seconds: null },
];

/** Feeds counts at 1 kHz and collects what happened. */
function play(
  guide: LevelGuide,
  counts: ArrayLike<number>,
  fromUs = 0,
): { tUs: number; event: GuideEvent }[] {
  const happened: { tUs: number; event: GuideEvent }[] = [];
  for (let i = 0; i < counts.length; i++)
    for (const event of guide.feed(fromUs + i * 1000, [counts[i]]))
      happened.push({ tUs: fromUs + i * 1000, event });
  return happened;
}
const still = (seconds: number, level = 500) =>
  makeTake('rest', { rest: level, noise: 2, peaks: [], before: seconds }).counts as Uint16Array;
const strokes = (n: number, size = 80) =>
  makeTake('soft', { rest: 500, noise: 2, peaks: new Array(n).fill(size), before: 0.2 })
    .counts as Uint16Array;
const names = (list: { event: GuideEvent }[]) =>
  list.map(({ event }) => ('role' in event ? `${event.is} ${event.role}` : event.is));

describe('a hands-free run', () => {
  it('begins, counts, advances and ends by what the sensor does', () => {
    const guide = new LevelGuide(STEPS, 1000);
    const begun = play(guide, still(1.2));
    expect(guide.view()).toMatchObject({ role: 'rest', done: 1, wanted: 2 });
    const first = [...begun, ...play(guide, still(3), 1.2e6)];
    expect(names(first)).toEqual(['take-begins rest', 'take-ends rest', 'take-begins soft']);
    expect(guide.view()).toMatchObject({ role: 'soft', done: 0, wanted: 3 });
    const one = play(guide, strokes(1), 4.2e6);
    expect(guide.view()).toMatchObject({ done: 1, wanted: 3, peaks: [{ count: expect.any(Number) }] });
    const second = [...one, ...play(guide, strokes(2), 5.2e6)];
    expect(names(second)).toEqual(['take-ends soft', 'finished']);
    expect(play(guide, still(1), 9e6)).toEqual([]);
  });
  it('drops a rest take in which something moved, says so, and begins it again', () => {
    const guide = new LevelGuide(STEPS, 1000);
    const counts = still(6);
    counts.fill(620, 1200, 1300);
    const happened = play(guide, counts.subarray(0, 1400));
    expect(names(happened)).toEqual(['take-begins rest', 'take-dropped']);
    expect(guide.view().complaint).toBe('moved');
    expect(names(play(guide, counts.subarray(1400), 1.4e6))).toContain('take-ends rest');
    expect(guide.view().complaint).toBeNull();
  });
  it('does not begin a take in the middle of a gesture', () => {
    const guide = new LevelGuide(STEPS, 1000);
    const counts = still(8);
    counts.fill(580, 2000, 5000);
    const begun = play(guide, counts).find(
      ({ event }) => event.is === 'take-begins' && event.role === ('soft' as Role),
    );
    expect(begun!.tUs).toBeGreaterThan(5_000_000);
  });
  it('ends a take at once when a further gesture begins', () => {
    const guide = new LevelGuide([STEPS[1]], 1000, { rest: 500, noise: 2, lag1: 0 });
    const happened = play(guide, [...still(0.3), ...strokes(3), ...strokes(1)]);
    expect(names(happened)).toEqual(['take-begins soft', 'take-ends soft', 'finished']);
  });
  it('a run that was stopped goes on with the takes that are missing, in their order', () => {
    expect(stepsWithout(LEVEL_STEPS, ['loud', 'rest']).map((s) => s.role)).toEqual([
      'soft',
      'medium',
      'full',
    ]);
    expect(stepsWithout(LEVEL_STEPS, [])).toEqual(LEVEL_STEPS);
  });
  it('needs to know rest before anything else', () => {
    expect(() => new LevelGuide([STEPS[1]], 1000)).toThrow(/rest/);
  });
});

describe('telling gestures from noise', () => {
  const settings = (noise: number) => detectorSettings(1000, noise, 1000);
  const found = (counts: number[], noise: number, change = {}) =>
    gesturesOf(
      counts.map((_, i) => i * 1000),
      counts,
      { ...settings(noise), ...change },
    );
  const steps = (...levels: number[]) => levels.flatMap((level) => new Array<number>(300).fill(level));
  it('finds every gesture of 8 σ and none in ten minutes of noise', () => {
    const take = makeTake('soft', { rest: 1000, noise: 5, peaks: new Array(30).fill(40) });
    expect(gesturesOf(take.tUs, take.counts, settings(5))).toHaveLength(30);
    const r = random(9);
    expect(
      found(
        Array.from({ length: 600_000 }, () => Math.round(1000 + 5 * r.gauss())),
        5,
      ),
    ).toEqual([]);
  });
  it('follows a rest that creeps by many times its threshold while nobody plays', () => {
    const r = random(10);
    const creep = (i: number) => Math.round(1000 + (60 * i) / 120_000 + 2 * r.gauss());
    expect(
      found(
        Array.from({ length: 120_000 }, (_, i) => creep(i)),
        2,
      ),
    ).toEqual([]);
  });
  it('parts a push from a draw that follows without a rest', () => {
    expect(found(steps(1000, 1200, 800, 1000), 2).map((g) => [g.sign, g.peak])).toEqual([
      [1, 1200],
      [-1, 800],
    ]);
  });
  it('takes a swing past rest, straight after a gesture, for its spring-back, and what it swings to after that', () => {
    expect(found(steps(1000, 1200, 970, 1020, 1000), 2).map((g) => g.peak)).toEqual([1200]);
    expect(found(steps(1000, 1200, 970), 2).map((g) => g.peak)).toEqual([1200]);
    expect(found(steps(1000, 1200, 1000, 970, 1000), 2).map((g) => g.peak)).toEqual([1200, 970]);
  });
  it('takes a knock of a few milliseconds for a knock, also at the end of a take', () => {
    const knocked = (at: number, ms: number) =>
      found(new Array(1000).fill(1000).fill(1400, at, at + ms), 2, { window: 1 }).length;
    expect([knocked(500, 3), knocked(997, 3), knocked(960, 40)]).toEqual([0, 0, 1]);
  });
});
