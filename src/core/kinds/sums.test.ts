import { kindPlanOf } from './plans-registry';
import { describe, expect, it } from 'vitest';
import { keeps } from '../parts/figure';
import { factsOf } from './facts';
import { newSensor } from './new-sensor';
import { findKind, kindIds } from './registry';

/** What a kind's own numbers come to at a board. */
function sums(id: string, facts: Record<string, number> = {}, { bits = 12, scanHz = 1000, lanes = 1 } = {}) {
  const kind = findKind(id)!;
  const sensor = { ...newSensor(kind, 'part', 'Part', 'board', lanes), facts };
  const all = kindPlanOf(sensor).sums!(factsOf(sensor), { bits, scanHz }, sensor.lanes.length);
  const value = (name: string) => all.find((s) => s.name === name)!.value;
  return { all, value };
}

// Values of the maker's handbook, 4.3 – 4.8.
describe('the sums of parts', () => {
  it.each(['force-pad', 'pressure-sheet', 'lip-sensor'])(
    '%s: between 1 kΩ and 100 kΩ the best resistor is 10 kΩ, with 81.8 % of the range; its curve is highest there',
    (id) => {
      const { all, value } = sums(id, { fixedOhms: 10_000, leastOhms: 1000, mostOhms: 100_000 });
      expect(value('best fixed resistor')).toBeCloseTo(10_000, 6);
      expect(value('range that it uses')).toBeCloseTo(81.82, 2);
      const { points, best } = all[0].curve!;
      expect(Math.max(...points.map(([, y]) => y))).toBeCloseTo(best![1], 6);
      expect(sums(id, { fixedOhms: 1000 }).value('range that it uses')).toBeLessThan(60);
    },
  );
  it('a breath gauge: 6.53 l/min through 2 mm at 2 kPa, a breath of 36.8 s, and the counts that playing uses', () => {
    const { value } = sums(
      'breath-gauge',
      { holeMm: 2, playingKpa: 2, litres: 4, perKpa: 0.1 },
      { bits: 10 },
    );
    expect(value('air through the bleed hole')).toBeCloseTo(6.53, 2);
    expect(value('a breath lasts')).toBeCloseTo(36.8, 1);
    expect(value('counts that playing uses')).toBeCloseTo(0.1 * 2 * 1024, 6);
  });
  it('a ribbon: three octaves on ten bits are 3.52 cents a count; a pull-down of ten times its resistance bends it by 1.45 %', () => {
    const { value } = sums(
      'ribbon',
      { octaves: 3, ohms: 10_000, pullDownOhms: 100_000, mm: 400 },
      { bits: 10 },
    );
    expect(value('pitch of a count')).toBeCloseTo(3.52, 2);
    expect(value('furthest that the pull-down bends it')).toBeCloseTo(1.45, 1);
    expect(value('length of a count')).toBeCloseTo(400 / 1024, 9);
  });
  it('a chain of 170 over 400 mm steps 2.35 mm; its pitch follows its span', () => {
    const { value } = sums('chain-ribbon', { mm: 400, resistors: 170, octaves: 1.5 });
    expect(value('step of the chain')).toBeCloseTo(2.35, 2);
    expect(value('pitch of a step')).toBeCloseTo(1800 / 170, 9);
  });
  it('timed pads: 69.3 µs of 1 MΩ and 100 pF', () => {
    expect(sums('timed-pads', { ohms: 1e6, picofarads: 100 }).value('time of an untouched pad')).toBeCloseTo(
      69.3,
      1,
    );
  });
  it('two contacts looked at every millisecond: 18.5 velocity steps at the fast end, 1.85 at 10 kHz', () => {
    const at = (scanHz: number) =>
      sums('two-contact-keys', { fastMs: 2, slowMs: 60 }, { scanHz, lanes: 25 }).value(
        'velocity of one look at the contacts',
      );
    expect(at(1000)).toBeCloseTo(18.5, 1);
    expect(at(10_000)).toBeCloseTo(1.85, 2);
  });
  it('a matrix of 12: seven lines, and 72 chords that close a fourth', () => {
    const { value } = sums('contact-matrix', {}, { lanes: 12 });
    expect(value('lines')).toBe(7);
    expect(value('chords of three that close a fourth, without diodes')).toBe(4 * 3 * 6);
  });
  it('a switch that bounces 5 ms: a debounce of 8 ms, and 55 presses a second still count', () => {
    for (const id of ['switch', 'foot-switch']) {
      const { value } = sums(id, { bounceMs: 5 });
      expect(value('debounce')).toBe(8);
      expect(value('presses that all count')).toBeCloseTo(1000 / 18, 9);
      expect(keeps(sums(id, { bounceMs: 60 }).all[1])).toBe(false);
    }
  });
  it('each opens: a formula that names what was put in; each point lies on its curve', () => {
    for (const id of kindIds().filter((k) => kindPlanOf({ kind: k }).sums)) {
      for (const sum of sums(id, {}, { lanes: 8 }).all) {
        expect(sum.numbers.length, `${id} ${sum.name}`).toBeGreaterThan(0);
        expect(Number.isFinite(sum.value) && keeps(sum)).toBe(true);
        if (!sum.curve) continue;
        const { points, at } = sum.curve;
        const nearest = points.reduce((a, b) => (Math.abs(b[0] - at[0]) < Math.abs(a[0] - at[0]) ? b : a));
        expect(Math.abs(nearest[1] - at[1])).toBeLessThan(0.06 * Math.max(...points.map(([, y]) => y)));
      }
    }
  });
});

describe('the facts of parts', () => {
  it('lie within their limits where they were not typed', () => {
    for (const id of kindIds())
      for (const [name, { low, high, usual }] of Object.entries(findKind(id)!.facts))
        expect(usual >= low && usual <= high, `${id} ${name}`).toBe(true);
  });
  it('that cannot be are said with what would do: a chain too close, a pull-down too small', () => {
    const check = (id: string, facts: Record<string, number>) => {
      const sensor = { ...newSensor(findKind(id)!, 'part', 'Part', 'board', 1), facts };
      return kindPlanOf({ kind: id }).check!(factsOf(sensor));
    };
    expect(check('chain-ribbon', { mm: 400, resistors: 170 })).toBeNull();
    expect(check('chain-ribbon', { mm: 40 })?.says).toMatch(/0\.24 mm apart/);
    expect(check('ribbon', { ohms: 10_000, pullDownOhms: 100_000 })).toBeNull();
    expect(check('ribbon', { ohms: 10_000, pullDownOhms: 1000 })).toMatchObject({
      cure: 'Take 20000 Ω or more.',
    });
  });
});
