import { kindPlanOf } from '../kinds/plans-registry';
import { describe, expect, it } from 'vitest';
import { checkInstrument } from '../exchange/document/instrument-json';
import type { Instrument } from '../instrument/document';
import type { Voice } from '../instrument/voices';
import { factsOf } from '../kinds/facts';
import { kindOf } from '../kinds/registry';
import { partsCsv } from './parts-list';
import { planOf } from './plan';
import { solve } from './solve';
import { takeFit } from './take-fit';
import { wished, type Wish } from './wishes';

/** An instrument of these wishes on the best class of boards for them that passes. */
function planned(wishes: Wish[], passes: (classId: string) => boolean = () => true): Instrument {
  const own = wished('job', 'Job', '2026-11-25T00:00:00.000Z', wishes);
  const fit = solve(own.sensors, null).find((f) => f.way !== null && passes(f.board.id))!;
  return takeFit(own, fit);
}
const faults = (i: Instrument) => planOf(i).findings.filter((f) => f.severity === 'fault');

// Jobs of the maker's handbook, section 2, as far as a plan goes.
describe('J02: a salvaged keybed of two contacts a key, and a panel board in series with it', () => {
  const keys: Wish[] = [{ kind: 'two-contact-keys', lanes: 61 }];
  const panel: Wish[] = [
    { kind: 'pot', count: 2, lanes: 7 },
    { kind: 'wheel', count: 2 },
    { kind: 'switch', lanes: 8 },
  ];
  const both = planned([...keys, ...panel], (id) => id === 'wide-32' || id === 'fast-32');
  it('122 contacts lie in a matrix of 23 lines, each contact at a crossing of its own', () => {
    const [bed] = both.sensors;
    const places = bed.lanes.flatMap((l) => [l.pin, l.otherPin]);
    expect(new Set(places).size).toBe(122);
    const [rows, columns] = [0, 1].map((i) => new Set(places.map((p) => p!.split('.')[i])).size);
    expect(rows + columns).toBe(23);
    // Row after row: the first twelve contacts share a row, the thirteenth begins the next.
    const rowOf = (contact: number) => places[contact]!.split('.')[0];
    expect([1, 11, 12].map((contact) => rowOf(contact) === rowOf(0))).toEqual([true, true, false]);
    expect(checkInstrument(JSON.parse(JSON.stringify(both))).ok).toBe(true);
    expect(faults(both)).toEqual([]);
  });
  it('an 8-bit board has the pins for it, and reads its contacts too slowly for a stroke of two milliseconds', () => {
    const large = solve(both.sensors.slice(0, 1), null).find((f) => f.board.id === 'large-8')!;
    expect(large.way).not.toBe('alone');
    expect(large.lacks).toMatch(/^It would scan 4\d\d times a second; 1000 are wanted: the fastest stroke/);
  });
  it('what the panel sends enters the keys’ wire: it is counted there', () => {
    const series = planned(
      [...keys, ...panel, { kind: 'encoder', count: 2, lanes: 8 }],
      (id) => id === 'fast-32',
    );
    expect(series.links).toHaveLength(series.boards.length - 1);
    expect(series.boards.length).toBeGreaterThan(1);
    const voices = series.sensors.flatMap((s, i): Voice[] => {
      const port = Object.entries(kindOf(s).ports).find(([, p]) => p.carries === 'level')?.[0];
      if (!port) return [];
      const source = { sensor: s.id, port };
      return [{ id: `v${i}`, is: 'controller', source, side: 'both', zone: 'main', controller: 20 + i }];
    });
    const asked = planOf({ ...series, voices }).boards.map((b) =>
      b.figures.find((f) => f.name === 'asked of the wire')!,
    );
    // One after the other: the next one's has those after it in it.
    const others = Math.min(asked[1].value, asked[1].limit!);
    const own = asked[0].numbers.filter((n) => !series.boards.some((b) => b.name === n.name));
    expect(others).toBeGreaterThan(0);
    expect(asked[0].value).toBeCloseTo(own.reduce((n, o) => n + o.value, 0) + others, 6);
  });
});

describe('J12: a first controller of buttons and pots', () => {
  const first = planned([
    { kind: 'switch', lanes: 10 },
    { kind: 'pot', lanes: 6 },
  ]);
  it('the classes that hold it are told from those that do not, each with why, and it costs what its parts cost', () => {
    const fits = solve(first.sensors, null);
    const of = (id: string) => fits.find((f) => f.board.id === id)!;
    expect(of('small-8').way).toBe('alone');
    expect(of('tiny-8').way).not.toBe('alone');
    expect(of('tiny-8').lacks).toMatch(/wants 1[06] .*inputs.*; one board has [46]/);
    const { parts, figures } = planOf(first);
    const cost = parts.reduce((n, p) => n + p.count * p.cost, 0);
    expect(figures.find((f) => f.name === 'parts, cost')!.value).toBeCloseTo(cost, 9);
    expect(partsCsv(parts)).toContain(`sum,,,${cost},`);
    expect(parts.filter((p) => p.name === 'switch').map((p) => p.count)).toEqual([10]);
  });
  it('its wiring is checked where the handbook asks: continuity both ways, ground before the first plug', () => {
    const steps = planOf(first).steps.map((s) => `${s.does} ${s.check ?? ''}`);
    expect(steps.some((s) => /pressed and .*released|silent released/.test(s))).toBe(true);
    expect(steps.some((s) => /which side of its plug is ground/.test(s))).toBe(true);
  });
});

describe('J16: a resistor-chain ribbon that plays chords', () => {
  // Three octaves on ten bits are 3.52 cents a count, one and a half 1.76 (maker's handbook 4.7).
  it.each([
    [1, 1.17],
    [1.5, 1.76],
    [2, 2.34],
    [3, 3.52],
  ])('a span of %s octaves on ten bits', (octaves, cents) => {
    const own = planned(
      [
        { kind: 'chain-ribbon', facts: { mm: 400, resistors: 170, octaves } },
        { kind: 'switch', lanes: 7 },
      ],
      (id) => id === 'small-8',
    );
    const [ribbon] = own.sensors;
    const sums = kindPlanOf(ribbon).sums!(factsOf(ribbon), own.boards[0], 1);
    const value = (name: string) => sums.find((s) => s.name === name)!.value;
    expect(value('step of the chain')).toBeCloseTo(2.35, 2);
    expect(value('pitch of a step')).toBeCloseTo((1200 * octaves) / 170, 9);
    expect((1200 * octaves) / 2 ** own.boards[0].bits).toBeCloseTo(cents, 2);
    expect(faults(own)).toEqual([]);
  });
});
