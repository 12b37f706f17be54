import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { kindIds, findKind } from '../../kinds/registry';
import type { Instrument } from '../../instrument/document';
import { pointsBefore, type Known } from './before-concert';
import { dueOf, verdictOf, type LaneChecked } from './check-up';

const wherry: Instrument = JSON.parse(readFileSync('demo/wherry.json', 'utf8'));
const [bellows, leaves] = wherry.sensors;
/** The bellows rest at 2042 with 3 counts of noise, and reach 1335 up and 1293 down. */
const seen = (over: Partial<LaneChecked> = {}): LaneChecked[] => [
  { sensor: 'bellows', lane: 'bellows', rest: 2042, noise: 3, low: 800, high: 3300, ...over },
];

describe('a check-up', () => {
  it.each([
    ['all as it was', {}, 'well', null],
    ['rest 25 counts away', { rest: 2067 }, 'redo', /elsewhere|moved|rest/i],
    [
      'twice and a half the noise, over a sixth of the threshold',
      { noise: 7.5 },
      'redo',
      /noise reaches its threshold/,
    ],
    ['two thirds of the reach', { low: 1180, high: 2930 }, 'doubt', /less far/],
    ['a third more than the reach', { low: 400, high: 3800 }, 'doubt', /further/],
    ['not played', { low: 2030, high: 2055 }, 'unseen', /not played/],
  ] as const)('%s', (_, over, state, says) => {
    const verdict = verdictOf(bellows, seen(over));
    expect(verdict.state).toBe(state);
    if (says) expect(verdict.says.join(' ')).toMatch(says);
    else expect(verdict.says).toEqual([]);
  });
  it('counts the lanes of a bank that are otherwise, and says nothing of those that nobody saw', () => {
    const lanes = leaves.lanes.map(({ id }): LaneChecked => ({
      sensor: 'leaves',
      lane: id,
      rest: null,
      noise: 4,
      low: null,
      high: null,
    }));
    expect(verdictOf(leaves, lanes)).toMatchObject({
      state: 'doubt',
      says: [expect.stringMatching(/^10 lanes are noisier/)],
    });
    expect(verdictOf(leaves, [])).toMatchObject({ state: 'unseen' });
    expect(verdictOf({ ...bellows, calibration: undefined }, seen()).says).toEqual(['It is not calibrated.']);
  });
});

describe('a due date', () => {
  const measured = Date.parse(bellows.calibration!.measuredAt!);
  it('comes so many days after it was measured, or seen to be well since', () => {
    const days = (ms: number, at: string[] = []) => dueOf(bellows, at, measured + ms)!.days;
    expect(days(0)).toBe(14);
    expect(days(20 * 86_400_000)).toBe(-6);
    expect(days(20 * 86_400_000, [new Date(measured + 19 * 86_400_000).toISOString()])).toBe(13);
    expect(dueOf({ ...bellows, calibration: undefined }, [], measured)).toBeNull();
  });
  it('has a reason in every kind that ages by itself', () => {
    for (const id of kindIds()) {
      const { due } = findKind(id)!;
      if (due) expect(due.days).toBeGreaterThan(0);
      if (due) expect(due.because).toMatch(/^[a-z]/);
    }
    expect(findKind('breath-membrane')!.due?.because).toMatch(/moisture/);
  });
});

describe('before a concert', () => {
  const at = bellows.calibration!.measuredAt!;
  const known = {
    nowMs: Date.parse(at) + 3_600_000,
    checkUp: { at, lanes: seen() },
    plays: 'aaaa',
    stands: ['aaaa'],
    daysSaved: 2,
  };
  const told = (over: Partial<Known>, instrument = wherry) =>
    pointsBefore(instrument, { ...known, ...over })
      .slice(0, 3)
      .map(({ well, says }) => `${well} ${says}`);
  it('all is well that was seen, loaded and saved; what is left is the maker’s to see to', () => {
    expect(told({}).map((line) => line.slice(0, 4))).toEqual(['true', 'true', 'true']);
    const points = (batteryMah?: number) => pointsBefore({ ...wherry, batteryMah }, known);
    expect(points(600).filter(({ well }) => well === null)).toHaveLength(points().length - 3 + 1);
  });
  it.each([
    [{ checkUp: null }, 0, /^false Do a check-up/],
    [{ nowMs: Date.parse(at) + 86_400_000 }, 0, /^false .*over a day old/],
    [{ checkUp: { at, lanes: seen({ rest: 2067 }) } }, 0, /^false .* 1 sensor was not/],
    [{ checkUp: { at, lanes: [] } }, 0, /^false .*nothing was played/],
    // Measured since: what was seen before says nothing of it.
    [
      { checkUp: { at: '2000-01-01', lanes: seen({ rest: 2067 }) }, nowMs: Date.parse('2000-01-01') },
      0,
      /played/,
    ],
    [{ plays: null }, 1, /^false No board has told/],
    [{ stands: ['bbbb'] }, 1, /^false .*other settings/],
    [{ daysSaved: null }, 2, /^false Nothing was ever saved/],
    [{ daysSaved: 1 }, 2, /^true .* 1 day ago/],
    [{ daysSaved: 7 }, 2, /^false .* 7 days ago/],
  ])('%o', (over, line, says) => expect(told(over)[line]).toMatch(says));
});
