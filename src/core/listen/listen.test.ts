import { levelOf, movedSince } from '../ways/registry';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readInstrument } from '../exchange/document/instrument-json';
import { readTakeCsv } from '../exchange/takes/take-csv';
import { random } from '../signal/random';
import type { Edges, Frames } from '../signal/take';
import { listenTo, type Recording } from './listen';
import { askedLane, recordingOf } from './recording';

const RATE_HZ = 500;
const SECONDS = 10;

/** Lanes by formula, with noise of so many counts, at 12 bits. @param each counts of each lane at a time in seconds */
function formula(
  each: ((t: number, r: ReturnType<typeof random>) => number)[],
  more: Partial<Recording> = {},
  rateHz = RATE_HZ,
): Recording {
  const r = random(7);
  const n = SECONDS * rateHz;
  const channels = each.map((_, i) => `c${i + 1}`);
  const frames: Frames = {
    channels,
    tUs: Float64Array.from({ length: n }, (_, i) => Math.round((i * 1e6) / rateHz)),
    counts: Uint16Array.from({ length: n * each.length }, (_, i) => {
      const level = each[i % each.length](Math.floor(i / each.length) / rateHz, r);
      return Math.min(4095, Math.max(0, Math.round(level)));
    }),
  };
  const lanes = channels.map((c) => askedLane(c, '', c, c));
  return { take: 't', frames, bits: 12, lanes, contacts: [], ...more };
}
const found = (recording: Recording) =>
  listenTo(recording).findings.map((f) => `${f.code} ${f.lane ?? ''}`.trim());

/** Gestures of a second, half of it at rest: 0 … 1. */
const strokes = (t: number): number => Math.max(0, Math.sin(2 * Math.PI * t));
const quiet = (_: number, r: ReturnType<typeof random>): number => 2000 + 2 * r.gauss();

const wherry = readInstrument(readFileSync('demo/wherry.json', 'utf8'));

describe('what a recording by formula says', () => {
  it('rest, noise, drift and range of a lane that is played come out as they were put in', () => {
    const { lanes, findings } = listenTo(formula([(t, r) => 1000 + 2500 * strokes(t) + 3 * r.gauss()]));
    expect(lanes[0]).toMatchObject({ moves: true, hum: expect.anything() });
    expect(lanes[0].rest).toBeCloseTo(1000, 0);
    expect(Math.abs(lanes[0].noise - 3)).toBeLessThan(0.4);
    expect(lanes[0].range).toBeCloseTo(2500 / 4095, 2);
    expect(Math.abs(lanes[0].driftPerMinute!)).toBeLessThan(4);
    expect(findings).toEqual([]);
  });
  it.each([200, 1000, 8000])(
    'mains is told to half a hertz at %s frames a second; a tone two hertz beside it is not mains',
    (rateHz) => {
      const tone = (hz: number) =>
        listenTo(formula([(t, r) => 2000 + 8 * Math.sin(2 * Math.PI * hz * t) + 2 * r.gauss()], {}, rateHz));
      for (const hz of [50, 60]) {
        const [{ hum }] = tone(hz).lanes;
        expect(hum!.hz).toBe(hz);
        expect(Math.abs(hum!.amplitude - 8)).toBeLessThan(0.5);
        expect(tone(hz).findings.map((f) => f.code)).toEqual(['hum']);
      }
      expect(tone(53).findings).toEqual([]);
    },
  );
  it('an open input is told by what drives it: its neighbour, the mains, or nothing', () => {
    const wander = (() => {
      let level = 2000;
      return (_: number, r: ReturnType<typeof random>) => (level += 0.02 * (2000 - level) + 160 * r.gauss());
    })();
    expect(
      found(
        formula([
          (t, r) => 500 + 3000 * strokes(t) + 2 * r.gauss(),
          (t, r) => 700 + 1900 * strokes(t) + 3 * r.gauss(),
        ]),
      ),
    ).toContain('floating c2');
    expect(found(formula([(t) => 2000 + 900 * Math.sin(2 * Math.PI * 50 * t)]))).toEqual(['floating c1']);
    expect(found(formula([wander]))).toEqual(['floating c1']);
    expect(found(formula([quiet, (t, r) => 500 + 3000 * strokes(t) + 2 * r.gauss()]))).toEqual([]);
  });
  it('a wire that has come off, a loose one, and a swing past the end', () => {
    const loose = (t: number, r: ReturnType<typeof random>) =>
      Math.round(t * RATE_HZ) % 800 === 799 ? 0 : quiet(t, r);
    expect(found(formula([() => 0, quiet]))).toEqual(['dead c1']);
    expect(found(formula([loose]))).toEqual(['loose c1']);
    expect(found(formula([(t) => 1000 + 5000 * strokes(t)]))).toEqual(['clipped c1']);
    // A divider rests at its end: that is no clipping.
    expect(found(formula([(t, r) => 2500 * strokes(t) + r.gauss()]))).toEqual([]);
  });
  it('a rest that creeps is a drift; where breath flows it is moisture', () => {
    const wet = (t: number, r: ReturnType<typeof random>) => 1000 + 8 * t + 2000 * strokes(t) + 2 * r.gauss();
    expect(found(formula([wet]))).toEqual(['drift c1']);
    expect(found(formula([wet], { lanes: [askedLane('c1', 'breath-gauge', 'c1', 'c1')] }))).toEqual([
      'moisture c1',
    ]);
  });
  it('a neighbour’s share is measured while it is played alone, and told from a tenth on', () => {
    const pair = (share: number) =>
      formula([
        (t, r) => 1000 + 2000 * (t < 5 ? strokes(t) : 0) + 2 * r.gauss(),
        (t, r) => 1000 + (t < 5 ? share * 2000 * strokes(t) : 2000 * strokes(t)) + 2 * r.gauss(),
      ]);
    const { crosstalk } = listenTo(pair(0.2));
    // While the other lies over half of its span: its mean share there is that of a sine over half, 0.83.
    expect(crosstalk[0][1]).toBeCloseTo(0.2, 2);
    expect(found(pair(0.2))).toEqual(['crosstalk c2']);
    expect(found(pair(0.05))).toEqual([]);
    // One that never moves by itself, at either side of the other.
    const played = (t: number, r: ReturnType<typeof random>) => 1000 + 2500 * strokes(t) + 2 * r.gauss();
    const answers = (t: number, r: ReturnType<typeof random>) => 700 + 750 * strokes(t) + 2 * r.gauss();
    expect(found(formula([played, answers]))).toEqual(['crosstalk c2', 'poor-range c2']);
    expect(listenTo(formula([answers, played])).findings[0]).toMatchObject({
      lane: 'c1',
      says: 'It moves only with c2, 30 % as far.',
    });
  });
  it('a small range is told where somebody played, not where it was knocked once', () => {
    const small = (of: (t: number) => number) => formula([(t, r) => 1000 + 500 * of(t) + 2 * r.gauss()]);
    expect(found(small(strokes))).toEqual(['poor-range c1']);
    expect(found(small((t) => (t < 1 ? strokes(t) : 0)))).not.toContain('poor-range c1');
  });
  it('a take of rest has no gesture: what swings over a quarter of the range there floats, however slowly', () => {
    const slow = (t: number, r: ReturnType<typeof random>) =>
      2000 + 700 * Math.sin(2 * Math.PI * 0.1 * t) + 2 * r.gauss();
    expect(found(formula([slow], { role: 'rest' }))).toEqual(['floating c1']);
    expect(found(formula([slow]))).not.toContain('floating c1');
  });
  it('two wires that were swapped, and one that does not come, are told by what was asked for', () => {
    const a = (t: number, r: ReturnType<typeof random>) =>
      1000 + 2000 * (t < 5 ? strokes(t) : 0) + 2 * r.gauss();
    const b = (t: number, r: ReturnType<typeof random>) =>
      1000 + 2000 * (t < 5 ? 0 : strokes(t)) + 2 * r.gauss();
    const asked = [
      { lane: 'c1', fromUs: 0, toUs: 4.9e6 },
      { lane: 'c2', fromUs: 5e6, toUs: 10e6 },
    ];
    expect(found(formula([a, b], { asked }))).toEqual([]);
    const swapped = listenTo(formula([b, a], { asked })).findings;
    expect(swapped.map((f) => [f.code, f.lane])).toEqual([
      ['swapped', 'c1'],
      ['swapped', 'c2'],
    ]);
    expect(swapped[0].says).toBe('c2 moved when it was asked for.');
    expect(found(formula([quiet, b], { asked }))).toEqual(['silent c1']);
  });
  it('what was switched on is listened in the noise; a knob that chatters and a spring that tires are told', () => {
    const lit = (t: number, r: ReturnType<typeof random>) => 2000 + (t < 5 ? 2 : 7) * r.gauss();
    expect(found(formula([lit], { switchedOn: [{ fromUs: 5e6, toUs: 10e6 }] }))).toEqual(['interference c1']);
    const knob = { lanes: [askedLane('c1', 'pot', 'c1', 'c1')] };
    expect(found(formula([(_, r) => 2000 + 25 * r.gauss()], knob))).toEqual(['chatty c1']);
    expect(found(formula([quiet], knob))).toEqual([]);
    const tired = (t: number) => 2000 + (strokes(t) > 0 ? 1500 * strokes(t) : 150 * Math.sin(Math.floor(t)));
    expect(found(formula([tired], { lanes: [askedLane('c1', 'stick', 'c1', 'c1')] }))).toContain(
      'return-scatter c1',
    );
  });
});

describe('the times of frames', () => {
  const at = (tUs: number[], scanHz?: number) => {
    const frames = {
      channels: ['a'],
      tUs: Float64Array.from(tUs),
      counts: Uint16Array.from(tUs, (_, i) => 500 + (i % 3)),
    };
    return listenTo({
      take: 't',
      frames,
      bits: 12,
      scanHz,
      lanes: [askedLane('a', '', 'a', 'a')],
      contacts: [],
    });
  };
  const even = Array.from({ length: 1000 }, (_, i) => 1000 * i);
  it('freezes, lost frames, doubles, a rate that is not the one set', () => {
    expect(at(even).findings).toEqual([]);
    const frozen = at(even.map((t, i) => (i < 500 ? t : t + 40_000)));
    expect(frozen.findings.map((f) => f.code)).toContain('freezes');
    expect(frozen.findings[0].evidence).toMatchObject({ fromUs: 499_000, toUs: 540_000 });
    const lost = at(even.filter((_, i) => i % 50 !== 49));
    expect(lost.timing!.lost).toBe(19);
    expect(lost.findings.map((f) => f.code)).toEqual(['lost-frames']);
    expect(at([...even.slice(0, 10), 9000, ...even.slice(10)]).timing!.duplicates).toBe(1);
    expect(at(even, 2000).findings.map((f) => f.code)).toEqual(['rate']);
    expect(at(even.map(() => 7)).findings.map((f) => f.code)).toEqual(['clock-stands']);
  });
});

describe('contacts', () => {
  it('that bounce are told with the debounce they need; one that never changed while others did is told', () => {
    const changes = Array.from({ length: 6 }, (_, i) => [0, 1500, 2000].map((us) => 1e6 * i + us)).flat();
    const edges: Edges = {
      contacts: ['left', 'right'],
      tUs: Float64Array.from(changes),
      contact: new Uint16Array(changes.length),
      closed: Uint8Array.from(changes, (_, i) => (Math.floor(i / 3) + i) % 2),
    };
    const frames = { channels: [], tUs: Float64Array.from([0, 1000]), counts: new Uint16Array(0), edges };
    const contacts = ['left', 'right'].map((contact) => ({ sensor: 's', lane: contact, contact }));
    const { contacts: read, findings } = listenTo({ take: 't', frames, bits: 12, lanes: [], contacts });
    expect(read[0]).toMatchObject({ presses: 3, changes: 18, bounceMs: 2 });
    expect(findings.map((f) => [f.code, f.lane])).toEqual([
      ['silent-contact', 'right'],
      ['bounce', 'left'],
    ]);
    expect(findings[1].cures[0].says).toBe('A debounce of 3 ms');
  });
});

describe('the demonstrations’ own takes', () => {
  const faultsOf = (stem: string) => {
    const take = readTakeCsv(readFileSync(`demo/${stem}.csv`, 'utf8'));
    if (!wherry.ok || !take.ok) throw new Error('the demonstration cannot be read');
    return listenTo(recordingOf(wherry.value, take.value.frames, stem)).findings.filter(
      (f) => f.severity !== 'note',
    );
  };
  it.each(['rest', 'soft', 'medium', 'loud', 'full'])('the bellows’ %s take has no fault', (role) => {
    expect(faultsOf(`wherry-bellows-${role}`)).toEqual([]);
  });
  it('nor have the leaves’', () => expect(faultsOf('wherry-leaves-medium')).toEqual([]));
});

describe('what has moved since it was measured', () => {
  if (!wherry.ok) throw new Error(wherry.faults[0].says);
  const sensor = (id: string) => wherry.value.sensors.find((s) => s.id === id)!;
  it('a level by more than three σ, said with its amount; one that is not known, or not measured, has not', () => {
    const bellows = sensor('bellows');
    const c = levelOf(bellows)!;
    expect(movedSince(bellows, [c.rest + 3 * c.noise - 0.1])).toBeNull();
    expect(movedSince(bellows, [c.rest + 12])).toMatchObject({ words: 'rest moved +12' });
    expect(movedSince(bellows, [c.rest - 40])!.says).toMatch(
      /^Rest lies −40 counts from where it was measured\./,
    );
    expect(movedSince(bellows, [null])).toBeNull();
    expect(movedSince({ ...bellows, calibration: undefined }, [0])).toBeNull();
    expect(movedSince(sensor('knee'), [])).toBeNull();
  });
  it('touches by a quarter of a touch, each by itself', () => {
    const leaves = sensor('leaves');
    const c = leaves.calibration;
    if (c?.is !== 'touch') throw new Error('the leaves are touches');
    const rests = c.lanes.map((l) => l.untouched);
    expect(movedSince(leaves, rests)).toBeNull();
    const third = rests.map((r, i) => (i === 2 ? r + 0.3 * (c.lanes[2].touched - r) : r));
    expect(movedSince(leaves, third)).toEqual({
      words: '1 of 10 moved',
      says: expect.stringMatching(/^leaf-3 lies elsewhere at rest/),
    });
    expect(
      movedSince(
        leaves,
        rests.map((r) => r + 400),
      )!.says,
    ).toMatch(/^10 lanes lie elsewhere/);
  });
});
