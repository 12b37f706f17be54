import { describe, expect, it } from 'vitest';
import { compile } from '../../compile/compile';
import { run } from '../../engine/run';
import { newInstrument } from '../../instrument/create';
import { laneControllers } from '../../kinds/level-voices';
import { framesOf } from '../../signal/frames';
import { random } from '../../signal/random';
import type { Take } from '../../signal/take';
import { withKept } from '../kept';
import { calibrateTurns } from './calibrate';
import type { TurnsCalibration } from './calibration';

/** Gray code by hand: which contacts are closed, quarter by quarter, where the first leads. */
const CYCLE = [
  [0, 0],
  [1, 0],
  [1, 1],
  [0, 1],
];

/** What closes or opens from quarter to quarter of a cycle, to the right. */
const CLOSES = [
  { contact: 0, closed: 1 },
  { contact: 1, closed: 1 },
  { contact: 0, closed: 0 },
  { contact: 1, closed: 0 },
];
const edgesOf = (edges: readonly { tUs: number; contact: number; closed: number }[]) => ({
  contacts: ['a', 'b'],
  tUs: Float64Array.from(edges, (e) => e.tUs),
  contact: Uint16Array.from(edges, (e) => e.contact),
  closed: Uint8Array.from(edges, (e) => e.closed),
});

interface Knob {
  /** Quarters a step, and the quarter of the cycle in which it rests. */
  each: 1 | 2 | 4;
  rests: number;
  /** Whether its contacts are wired the other way round. */
  swapped: boolean;
  /** Chance that a contact bounces at a change; and longest bounce, ms. */
  bounces: number;
}

/** A take by formula, not by the practice board: so many steps right, and left, at uneven speed. */
function turned(knob: Knob, ways: readonly number[], seed: number): Take {
  const r = random(seed);
  const names = knob.swapped ? ['b', 'a'] : ['a', 'b'];
  const edges: { tUs: number; contact: number; closed: number }[] = [];
  let at = knob.rests;
  let tUs = 300_000;
  CYCLE[at].forEach((closed, contact) => closed && edges.push({ tUs: 1000, contact, closed }));
  for (const way of ways) {
    for (let step = 0; step < Math.abs(way); step++) {
      for (let q = 0; q < knob.each; q++) {
        const next = (at + Math.sign(way) + 4) % 4;
        const contact = CYCLE[at][0] === CYCLE[next][0] ? 1 : 0;
        const closed = CYCLE[next][contact];
        if (r.next() < knob.bounces)
          for (let n = r.whole(1, 3); n > 0; n--) {
            edges.push(
              { tUs, contact, closed },
              { tUs: tUs + r.whole(40, 300), contact, closed: 1 - closed },
            );
            tUs += 400;
          }
        edges.push({ tUs, contact, closed });
        at = next;
        tUs += r.whole(900, 4000);
      }
      tUs += r.whole(18_000, 70_000);
    }
    tUs += 250_000;
  }
  return {
    ...{ id: 'sweep', role: 'sweep', channels: ['x'] },
    tUs: Float64Array.from({ length: Math.ceil(tUs / 1000) }, (_, i) => i * 1000),
    counts: new Uint16Array(Math.ceil(tUs / 1000)),
    edges: { ...edgesOf(edges), contacts: names },
  };
}

const sensor = { id: 's', name: 'S', kind: 'encoder', lanes: [{ id: 'k', contacts: ['a', 'b'] }] };
const job = (take: Take) => ({ board: { bits: 10 }, sensor, takes: [take] });
/** A take as it comes from a file that has its edges alone: it begins with the first. */
const edgesAlone = (take: Take): Take => ({
  ...take,
  tUs: take.edges!.tUs.slice(0, 1),
  channels: [],
  counts: new Uint16Array(0),
});
function measured(take: Take) {
  const report = calibrateTurns(job(take));
  if (!report.ok) throw new Error(report.faults[0].says);
  const calibration = report.value.calibration as TurnsCalibration;
  return {
    ...report.value,
    calibration,
    lane: calibration.lanes[0],
    numbers: report.value.readings.lanes[0].numbers,
  };
}

function knobs(seed: number): Knob {
  const r = random(seed);
  const each = ([1, 2, 4] as const)[r.whole(0, 2)];
  return { each, rests: r.whole(0, 3), swapped: r.next() < 0.5, bounces: r.next() < 0.5 ? 0 : 0.4 };
}

describe('encoders from one turn to the right and one back', () => {
  it('quarters a step, direction and steps are found for every sort, bounced or not', () => {
    for (let seed = 1; seed <= 200; seed++) {
      const knob = knobs(seed);
      const r = random(seed + 1000);
      const [right, back] = [r.whole(12, 30), r.whole(12, 30)];
      const { lane, numbers, findings } = measured(turned(knob, [right, -Math.min(back, right)], seed));
      expect([seed, 4 / lane.rests.length, lane.leads]).toEqual([
        seed,
        knob.each,
        knob.swapped ? 'second' : 'first',
      ]);
      expect([seed, numbers.right, numbers.back]).toEqual([seed, right, Math.min(back, right)]);
      expect([seed, findings]).toEqual([seed, []]);
      const alone = measured(edgesAlone(turned(knob, [right, -Math.min(back, right)], seed)));
      expect([seed, alone.numbers.right, alone.findings]).toEqual([seed, right, []]);
    }
  });
  it('played on the board: as many steps as it was turned, whatever bounces; it stops at its ends, or begins anew', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const knob = knobs(seed);
      const { calibration } = measured(turned(knob, [20, -20], seed));
      const instrument = newInstrument('t', 'T', '2026-01-01T00:00:00Z');
      const own = { ...sensor, board: instrument.boards[0].id, responses: [] };
      const plays = (steps: number, ends: 'stop' | 'wrap', ways: number[]) => {
        instrument.sensors = [{ ...own, calibration: { ...calibration, steps, ends } }];
        instrument.voices = laneControllers(instrument.sensors[0], 'turn', 20, 'main');
        const take = framesOf(turned(knob, ways, seed + 500), ['x'], ['a', 'b']);
        return run(compile(instrument, instrument.boards[0], ['x']), take).at(-1)?.bytes[2];
      };
      expect([seed, plays(127, 'stop', [30, -12])]).toEqual([seed, 18]);
      expect([seed, plays(127, 'stop', [10, -15, 4])]).toEqual([seed, 4]);
      expect([seed, plays(127, 'wrap', [10, -15])]).toEqual([seed, 123]);
    }
  });
  it('its own time from step to step is the median, and what follows within half of it counts twice, where that is chosen', () => {
    const knob: Knob = { each: 4, rests: 0, swapped: false, bounces: 0 };
    const { lane, calibration } = measured(turned(knob, [30, -30], 5));
    // By hand: four quarters of 2.45 ms and 44 ms of rest.
    expect(Math.abs(lane.stepMs - 54)).toBeLessThan(8);
    const instrument = newInstrument('t', 'T', '2026-01-01T00:00:00Z');
    const steps = (ms: number, accelerates: 1 | 2 | 4 | 8) => {
      const own = { ...calibration, accelerates, lanes: [{ ...lane, stepMs: 50 }] };
      instrument.sensors = [{ ...sensor, board: instrument.boards[0].id, responses: [], calibration: own }];
      instrument.voices = laneControllers(instrument.sensors[0], 'turn', 20, 'main');
      const tens = Array.from({ length: 40 }, (_, i) => ({ tUs: 400_000 + 250 * ms * i, ...CLOSES[i % 4] }));
      const take = turned(knob, [0], 1);
      take.edges = edgesOf(tens);
      take.tUs = Float64Array.from({ length: 2000 }, (_, i) => 1000 * i);
      take.counts = new Uint16Array(2000);
      return run(compile(instrument, instrument.boards[0], ['x']), framesOf(take, ['x'], ['a', 'b'])).at(-1)!
        .bytes[2];
    };
    // Ten steps, the first of which follows none.
    expect([steps(30, 8), steps(20, 8), steps(11, 8), steps(6, 8)]).toEqual([10, 19, 37, 73]);
    expect([steps(6, 1), steps(6, 2), steps(6, 4)]).toEqual([10, 19, 37]);
  });
});

it('what was chosen stays when it is measured again, and is nothing to another way', () => {
  const { calibration } = measured(turned({ each: 4, rests: 0, swapped: false, bounces: 0 }, [20, -20], 1));
  const chosen = { ...calibration, steps: 20, ends: 'wrap' as const };
  const again = { ...calibration, takes: ['later'] };
  expect(withKept(chosen, again)).toEqual({ ...again, steps: 20, ends: 'wrap' });
  expect(withKept({ ...chosen, is: 'contacts', rest: 'open', debounceMs: 5 }, again)).toEqual(again);
});

describe('bad takes', () => {
  const knob: Knob = { each: 4, rests: 0, swapped: false, bounces: 0 };
  const codes = (take: Take) => measured(take).findings.map(({ code }) => code);
  it('one that was turned one way only, and one that was held between its steps, are said', () => {
    expect(codes(turned(knob, [20], 1))).toEqual(['turned-one-way']);
    const held = turned(knob, [20, -20], 2);
    // From a first quarter on everything comes half a second later.
    held.edges!.tUs = held.edges!.tUs.map(
      (t, i) => t + 500_000 * (i >= 41 ? 1 : 0) + 400_000 * (i >= 61 ? 1 : 0),
    );
    expect(codes(held)).toEqual(['rests-between']);
  });
  it('a contact that never changes is named, and an encoder without both is refused alone', () => {
    const take = turned(knob, [20, -20], 3);
    const keep = take.edges!.contact.map((c, i) => (c === 0 ? i : -1)).filter((i) => i >= 0);
    const deaf = {
      ...take,
      edges: {
        contacts: take.edges!.contacts,
        tUs: Float64Array.from(keep, (i) => take.edges!.tUs[i]),
        contact: Uint16Array.from(keep, () => 0),
        closed: Uint8Array.from(keep, (i) => take.edges!.closed[i]),
      },
    };
    expect(calibrateTurns(job(deaf)).ok).toBe(false);
    expect(calibrateTurns(job({ ...take, edges: undefined })).ok).toBe(false);
  });
});
