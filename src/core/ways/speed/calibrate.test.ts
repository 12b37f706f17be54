import { describe, expect, it } from 'vitest';
import { compile } from '../../compile/compile';
import { run } from '../../engine/run';
import { highestBit, reciprocal } from '../../engine/reciprocal';
import { newInstrument } from '../../instrument/create';
import { random } from '../../signal/random';
import { framesOf } from '../../signal/frames';
import type { Take } from '../../signal/take';
import { wheelSpeed } from '../../kinds/wheel-speed/kind';
import { calibrateSpeed } from './calibrate';
import type { SpeedCalibration } from './calibration';

interface Wheel {
  magnets: number;
  /** Where each lies, share of its distance from where it should. */
  offsets: number[];
  /** Longest bounce, ms; 0 for a clean switch. */
  bounceMs: number;
}

/** A take by formula: turns a second at every ms, from which the magnets' passing follows. */
function spun({ magnets, offsets, bounceMs }: Wheel, turns: readonly number[], seed = 1): Take {
  const r = random(seed);
  const edges: { tUs: number; closed: number }[] = [];
  let place = 0.37;
  let next = 1;
  turns.forEach((speed, ms) => {
    place += (speed * magnets) / 1000;
    for (; place >= next + offsets[next % magnets]; next++) {
      const at = ms * 1000 + r.whole(0, 999);
      const openUs = Math.min(200_000, (0.3 * 1e6) / (speed * magnets));
      const bounces = (t: number, closed: number) => {
        for (let n = r.whole(0, 2); bounceMs > 0 && n > 0; n--) {
          edges.push({ tUs: t, closed }, { tUs: t + r.whole(30, 250), closed: 1 - closed });
          t += r.whole(300, 450 * bounceMs);
        }
        edges.push({ tUs: t, closed });
      };
      bounces(at, 1);
      bounces(at + openUs, 0);
    }
  });
  edges.sort((a, b) => a.tUs - b.tUs);
  return {
    ...{ id: 'sweep', role: 'sweep', channels: ['x'] },
    tUs: Float64Array.from(turns, (_, ms) => ms * 1000),
    counts: new Uint16Array(turns.length),
    edges: {
      contacts: ['m'],
      tUs: Float64Array.from(edges, (e) => e.tUs),
      contact: new Uint16Array(edges.length),
      closed: Uint8Array.from(edges, (e) => e.closed),
    },
  };
}

const steady = (speed: number, seconds: number) => new Array<number>(Math.round(1000 * seconds)).fill(speed);
const ramp = (from: number, to: number, seconds: number) =>
  Array.from({ length: 1000 * seconds }, (_, ms) => from + ((to - from) * ms) / (1000 * seconds));
const sweep = (slow: number, fast: number) => [
  ...steady(0, 0.5),
  ...steady(slow, 6),
  ...ramp(slow, fast, 5),
  ...steady(fast, 2),
  ...steady(0, 3),
];
const even = (magnets: number): Wheel => ({
  magnets,
  offsets: new Array<number>(magnets).fill(0),
  bounceMs: 0,
});

const sensor = (magnets: number) => ({
  ...{ id: 's', name: 'S', kind: 'wheel-speed', lanes: [{ id: 'w', contacts: ['m'] }] },
  facts: { magnets },
});
function measured(wheel: Wheel, take: Take) {
  const report = calibrateSpeed({ board: { bits: 10 }, sensor: sensor(wheel.magnets), takes: [take] });
  if (!report.ok) throw new Error(report.faults[0].says);
  const calibration = report.value.calibration as SpeedCalibration;
  return { ...report.value, calibration, lane: calibration.lanes[0] };
}

describe('a reciprocal without a division', () => {
  it('is within 0.04 % and a unit of 2^(31 − shift) / n for every word, and never rises', () => {
    const shift = 15;
    let before = 65536;
    for (let n = 1; n < 65536; n++) {
      const own = highestBit(n);
      const exact = 2 ** (31 - own) / n;
      expect(Math.abs(reciprocal(n, own) - Math.min(65535, exact)), `${n}`).toBeLessThan(0.0004 * exact + 1);
      const here = reciprocal(n, shift);
      expect(here).toBeLessThanOrEqual(before);
      before = here;
    }
  });
});

describe('wheels from slow to fast', () => {
  it('slowest, fastest and unevenness are found, whatever the magnets, bounces and speeds', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const r = random(seed);
      const magnets = r.whole(1, 12);
      const spread = r.next() < 0.5 ? 0 : r.between(0, 0.06);
      const wheel = {
        ...even(magnets),
        offsets: Array.from({ length: magnets }, () => spread * (r.next() - 0.5)),
        bounceMs: r.next() < 0.5 ? 0 : 1.5,
      };
      const slow = Math.max(0.9 / magnets, r.between(0.3, 0.8));
      const fast = slow * r.between(3, 8);
      const { lane, findings } = measured(wheel, spun(wheel, sweep(slow, fast), seed));
      const slowMs = 1000 / (slow * magnets);
      const fastMs = 1000 / (fast * magnets);
      expect([seed, findings.map((f) => f.code)]).toEqual([seed, []]);
      expect(Math.abs(lane.slowestMs / slowMs - 1), `slowest ${seed}`).toBeLessThan(0.02 + 2 * spread);
      expect(Math.abs(lane.fastestMs / fastMs - 1), `fastest ${seed}`).toBeLessThan(0.04 + 2 * spread);
    }
  });
  it('on the board: a note while it turns, as fast as the controller says, and stopped within the stated time', () => {
    for (const [magnets, slow, fast] of [
      [6, 0.4, 3],
      [1, 1, 6],
      [12, 0.2, 4],
    ]) {
      const wheel = even(magnets);
      const { calibration, lane } = measured(wheel, spun(wheel, sweep(slow, fast)));
      const instrument = newInstrument('t', 'T', '2026-01-01T00:00:00Z');
      instrument.sensors = [
        { ...sensor(magnets), board: instrument.boards[0].id, responses: [], calibration },
      ];
      instrument.voices = wheelSpeed.firstVoices(instrument.sensors[0], 'main');
      const turns = [
        ...steady(0, 0.3),
        ...steady(slow * 1.2, 4),
        ...steady((slow + fast) / 2, 3),
        ...steady(fast, 2),
      ];
      const take = framesOf(spun(wheel, [...turns, ...steady(0, 6)]), ['x'], ['m']);
      const events = run(compile(instrument, instrument.boards[0], ['x']), take);
      const notes = events.filter(({ bytes }) => bytes[0] >> 4 !== 0xb);
      expect(notes.map(({ bytes }) => bytes[0] >> 4)).toEqual([9, 8]);
      const lastUs = take.edges!.tUs.at(-1)!;
      // It falls to its slowest as no pulse comes, before it is said to stand.
      expect(notes[1].tUs - lastUs).toBeLessThan(1000 * Math.min(lane.stopMs, 1.35 * lane.slowestMs));
      const valueAt = (s: number) =>
        events.filter(({ tUs, bytes }) => tUs < s * 1e6 && bytes[0] >> 4 === 0xb).at(-1)?.bytes[2];
      const wanted = (speed: number) => (127 * (speed - slow / 1.25)) / (fast - slow / 1.25);
      expect(Math.abs(valueAt(7.2)! - wanted((slow + fast) / 2))).toBeLessThan(4);
      expect(valueAt(9.2)).toBeGreaterThan(123);
    }
  });
});

/** A wheel with its first voices, played: what was sent. */
function sentBy(wheel: Wheel, turns: readonly number[], [slow, fast] = [0.5, 3]) {
  const { calibration } = measured(wheel, spun(wheel, sweep(slow, fast)));
  const instrument = newInstrument('t', 'T', '2026-01-01T00:00:00Z');
  instrument.sensors = [
    { ...sensor(wheel.magnets), board: instrument.boards[0].id, responses: [], calibration },
  ];
  instrument.voices = wheelSpeed.firstVoices(instrument.sensors[0], 'main');
  return run(compile(instrument, instrument.boards[0], ['x']), framesOf(spun(wheel, turns), ['x'], ['m']));
}

it('a pulse after any pause is a beginning, however the clock has turned meanwhile', () => {
  for (let seconds = 4; seconds < 4.6; seconds += 0.05) {
    const turns = [...steady(1.5, 3), ...steady(0, seconds), ...steady(0.6, 3)];
    const after = sentBy(even(6), turns).filter(({ tUs, bytes }) => tUs > 6.5e6 && bytes[0] >> 4 === 0xb);
    expect([seconds, Math.max(...after.map(({ bytes }) => bytes[2])) < 20]).toEqual([seconds, true]);
  }
});
it('magnets that lie unevenly are smoothed: turned evenly, the wheel sends no more than a few steps to and fro', () => {
  const wheel = { ...even(6), offsets: [0, 0.03, -0.02, 0.03, -0.03, 0.01] };
  const values = sentBy(wheel, steady(2, 8))
    .filter(({ tUs, bytes }) => tUs > 3e6 && bytes[0] >> 4 === 0xb)
    .map(({ bytes }) => bytes[2]);
  expect(Math.max(...values) - Math.min(...values)).toBeLessThan(6);
});

describe('bad takes', () => {
  const codes = (take: Take) => measured(even(6), take).findings.map(({ code }) => code);
  it('a pulse that is missing, and a magnet that lies elsewhere, are said', () => {
    const take = spun(even(6), sweep(0.5, 3));
    const { tUs, closed } = take.edges!;
    const without = {
      ...take.edges!,
      tUs: tUs.filter((_, i) => i !== 20 && i !== 21),
      closed: closed.filter((_, i) => i !== 20 && i !== 21),
    };
    expect(codes({ ...take, edges: without })).toEqual(['pulse-missing']);
    const wheel = { ...even(6), offsets: [0, 0, 0.3, 0, 0, 0] };
    expect(measured(wheel, spun(wheel, sweep(0.5, 3))).findings.map(({ code }) => code)).toEqual([
      'uneven-magnets',
    ]);
  });
  it('one that was turned at one speed, or gave no pulse, is refused in one sentence', () => {
    const ask = (take: Take) => calibrateSpeed({ board: { bits: 10 }, sensor: sensor(6), takes: [take] });
    expect(ask(spun(even(6), steady(1, 8))).ok).toBe(false);
    expect(ask(spun(even(6), steady(0, 8))).ok).toBe(false);
  });
});
