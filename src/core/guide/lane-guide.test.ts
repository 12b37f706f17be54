import { describe, expect, it } from 'vitest';
import { random } from '../signal/random';
import { stepsFrom, type GuideEvent, type GuideStep } from './guide';
import { LaneGuide } from './lane-guide';
import { StrikeDetector } from '../ways/strike/detector';
import { TouchDetector } from '../ways/touch/detector';

const STEPS: readonly GuideStep[] = [
  { role: 'rest', gestures: null, seconds: 2 },
  { role: 'medium', gestures: 2, seconds: null },
];

/** A guide over lanes of touch pads, or of strike pads. */
function guideOf(Detector: typeof TouchDetector | typeof StrikeDetector, lanes: number, steps = STEPS) {
  const detectors: InstanceType<typeof Detector>[] = [];
  for (let i = 0; i < lanes; i++)
    detectors.push(new (Detector as typeof TouchDetector)(() => detectors as TouchDetector[]) as never);
  return new LaneGuide(steps, lanes, 1000, detectors);
}

/** A player at 1 kHz: rests until the second step, then plays what `level` says of each lane, counted from there. */
function play(guide: LaneGuide, lanes: number, level: (ms: number, lane: number) => number, seconds: number) {
  const r = random(3);
  const events: (GuideEvent & { ms: number })[] = [];
  let began = -1;
  for (let ms = 0; ms < seconds * 1000; ms++) {
    const counts = Array.from({ length: lanes }, (_, lane) =>
      Math.round(1000 + 1.2 * r.gauss() + (began < 0 ? 0 : level(ms - began, lane))),
    );
    for (const e of guide.feed(ms * 1000, counts)) {
      events.push({ ...e, ms });
      if (e.is === 'take-begins' && e.role !== 'rest') began = ms;
    }
  }
  return events;
}
const names = (events: GuideEvent[]) => events.map((e) => ('role' in e ? `${e.is} ${e.role}` : e.is));
/** A touch of a lane from one time to another, ms; neighbours feel a share of it. */
const touch =
  (from: number, to: number, lane: number, neighbours = 0) =>
  (ms: number, at: number) =>
    ms < from || ms > to ? 0 : at === lane ? 300 : Math.abs(at - lane) === 1 ? 300 * neighbours : 0;
const all =
  (...parts: ((ms: number, lane: number) => number)[]) =>
  (ms: number, lane: number) =>
    parts.reduce((sum, part) => sum + part(ms, lane), 0);

it('a run goes on from the step that was stopped, after a rest; a step that is no part of it goes on alone', () => {
  const step = (role: GuideStep['role'], gestures: number | null): GuideStep => ({
    role,
    gestures,
    seconds: 5,
  });
  const steps = [step('rest', null), step('soft', 2), step('medium', 2), step('loud', 2)];
  const from = (role: GuideStep['role'] | null) =>
    stepsFrom(steps, [step('edge', 2)], role).map((s) => s.role);
  expect(from('medium')).toEqual(['rest', 'medium', 'loud']);
  expect(from('edge')).toEqual(['rest', 'edge']);
  expect(from(null)).toEqual(['rest', 'soft', 'medium', 'loud']);
});

describe('two lanes played at once', () => {
  it('count for neither, are told, and are asked for again; where that happens again and again, they feel each other', () => {
    const guide = guideOf(StrikeDetector, 3, [STEPS[0], { role: 'medium', gestures: 1, seconds: null }]);
    const strike = (at: number, lane: number) => (ms: number, own: number) =>
      own === lane && ms >= at ? 300 * Math.exp(-(ms - at) / 20) : 0;
    const together = (at: number, a: number, b: number) => all(strike(at, a), strike(at + 20, b));
    const said: [number, string | null, number[]][] = [];
    const watch = {
      feed: (tUs: number, counts: ArrayLike<number>) => {
        const events = guide.feed(tUs, counts);
        const { complaint, lanes } = guide.view();
        if (lanes && complaint !== said.at(-1)?.[1]) said.push([tUs / 1000, complaint, lanes]);
        return events;
      },
    };
    const events = play(
      watch as LaneGuide,
      3,
      all(together(400, 0, 1), strike(1000, 2), together(1600, 0, 1), together(2200, 0, 1)),
      9,
    );
    expect(said.slice(0, 2).map(([, complaint, lanes]) => [complaint, lanes])).toEqual([
      [null, [0, 0, 0]],
      ['together', [0, 0, 0]],
    ]);
    // The third time they count.
    expect(names(events).at(-1)).toBe('finished');
  });
});

describe('a run over the lanes of touch pads', () => {
  it('takes rest, then every lane in any order, and ends by itself once all were played enough', () => {
    const order = [2, 0, 1, 1, 2, 0];
    const guide = guideOf(TouchDetector, 3);
    const touches = all(...order.map((lane, i) => touch(300 + 400 * i, 500 + 400 * i, lane, 0.2)));
    const events = play(guide, 3, touches, 9);
    expect(names(events)).toEqual([
      'take-begins rest',
      'take-ends rest',
      'take-begins medium',
      'take-ends medium',
      'finished',
    ]);
    const [, , begins, ends] = events;
    expect(ends.ms - begins.ms).toBeGreaterThan(300 + 400 * 5 + 200);
    expect(ends.ms - begins.ms).toBeLessThan(300 + 400 * 5 + 600);
  });
  it('ticks off what was played, lane by lane; crosstalk and a flicker tick nothing', () => {
    const guide = guideOf(TouchDetector, 3);
    play(guide, 3, all(touch(300, 500, 1, 0.3), touch(900, 910, 0)), 6);
    expect(guide.view()).toMatchObject({ role: 'medium', lanes: [0, 1, 0], done: 1, wanted: 6 });
  });
  it('goes on asking for a lane that was left out, however often others are played', () => {
    const guide = guideOf(TouchDetector, 2);
    const often = all(...[0, 1, 2, 3, 4].map((i) => touch(300 + 400 * i, 500 + 400 * i, 0)));
    expect(names(play(guide, 2, often, 9)).at(-1)).toBe('take-begins medium');
    expect(guide.view()).toMatchObject({ lanes: [5, 0], done: 2 });
  });
  it('drops a rest in which something moves, says so, and begins it again', () => {
    const guide = guideOf(TouchDetector, 2);
    const events: GuideEvent[] = [];
    for (let ms = 0; ms < 6000; ms++)
      events.push(
        ...guide.feed(ms * 1000, [1000 + (ms % 2), ms > 1000 && ms < 1100 ? 1400 : 1000 + (ms % 3)]),
      );
    expect(names(events).slice(0, 4)).toEqual([
      'take-begins rest',
      'take-dropped',
      'take-begins rest',
      'take-ends rest',
    ]);
  });
});

describe('a run over strike pads', () => {
  const ring = (at: number, lane: number, peak: number) => (ms: number, own: number) => {
    if (ms < at) return 0;
    const swing = Math.exp((at - ms) / 9) * Math.cos((2 * Math.PI * (ms - at)) / 7);
    return swing * (own === lane ? peak : 0.1 * peak);
  };
  it('counts one strike for one that rings on, and none for what it shakes', () => {
    const guide = guideOf(StrikeDetector, 3);
    const struck = all(
      ring(300, 0, 400),
      ring(700, 0, 90),
      ring(1100, 2, 700),
      ring(1500, 2, 200),
      ring(1900, 1, 300),
    );
    play(guide, 3, struck, 7);
    expect(guide.view().lanes).toEqual([2, 1, 2]);
  });
  it('waits for a strike that still rings before it ends the take', () => {
    const guide = guideOf(StrikeDetector, 1);
    const events = play(guide, 1, all(ring(300, 0, 400), ring(700, 0, 400)), 7);
    const [, , begins, ends] = events;
    expect(ends.ms - begins.ms).toBeGreaterThan(700 + 150);
  });
});

describe('a run over contacts', () => {
  it('counts two switches that are pressed together as two', () => {
    const guide = new LaneGuide([{ role: 'medium', gestures: 1, seconds: null }], 2, 1000, null);
    guide.feed(0, []);
    guide.feed(2_000_000, []);
    guide.edge(2_100_000, 0, true);
    guide.edge(2_110_000, 1, true);
    expect(guide.view().lanes).toEqual([1, 1]);
  });
  it('needs no rest, counts a press once however it bounces, and is told edges only', () => {
    const guide = new LaneGuide([{ role: 'medium', gestures: 2, seconds: null }], 1, 1000, null);
    const events: GuideEvent[] = [];
    for (let ms = 0; ms < 3000; ms++) {
      events.push(...guide.feed(ms * 1000, []));
      if (ms === 500 || ms === 503 || ms === 1500) guide.edge(ms * 1000, 0, true);
      if (ms === 501 || ms === 900) guide.edge(ms * 1000, 0, false);
    }
    expect(names(events)).toEqual(['take-begins medium', 'take-ends medium', 'finished']);
  });
  it('a bank of counts needs rest first, and any run a step', () => {
    const bare = [STEPS[1]];
    expect(() => guideOf(TouchDetector, 1, bare)).toThrow(/rest step/);
    expect(() => new LaneGuide([], 1, 1000, null)).toThrow(/a step or more/);
  });
});
