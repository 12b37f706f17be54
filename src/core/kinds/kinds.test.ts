import { kindPlanOf } from './plans-registry';
import { describe, expect, it } from 'vitest';
import { checkInstrument } from '../exchange/document/instrument-json';
import { newInstrument } from '../instrument/create';
import { ribbonPlace } from '../parts/formulas';
import { newSensor } from './new-sensor';
import { findKind, kindIds } from './registry';
import type { ContactEdge } from './simulation';
import { workingsOf } from './workings-registry';

const own = newInstrument('own', 'Own', '2026-11-18T00:00:00.000Z');
const [board] = own.boards;
const sensorOf = (kind: string, lanes: number) => newSensor(findKind(kind)!, 'part', 'Part', board.id, lanes);

/** Half a second of a sensor at rest, half a second with its first lane played, half a second after. */
function played(kind: string, strength: number, seed = 5, facts?: Record<string, number>) {
  const sensor = { ...sensorOf(kind, 4), ...(facts ? { facts } : {}) };
  const simulation = workingsOf(sensor).simulate(sensor, board, seed);
  const counts: number[] = [];
  const edges: ContactEdge[] = [];
  for (let ms = 0; ms < 1500; ms++) {
    if (ms === 500) simulation.hand(0, strength);
    if (ms === 1000) simulation.hand(0, null);
    const row: number[] = sensor.lanes.map(() => 0);
    simulation.frame(ms * 1000, row, 0);
    counts.push(row[0]);
    edges.push(...simulation.edges(ms * 1000));
  }
  return { sensor, counts, edges };
}

describe.each(kindIds())('%s', (id) => {
  it('is planned in a document that holds, with a signal for every lane and steps to build it', () => {
    const kind = findKind(id)!;
    for (const lanes of [kind.lanes.least, kind.lanes.most]) {
      const sensor = sensorOf(id, lanes);
      expect(checkInstrument(JSON.parse(JSON.stringify({ ...own, sensors: [sensor] })))).toMatchObject({
        ok: true,
      });
      const signals = kindPlanOf(sensor).signals(lanes);
      const shared = signals.some((s) => s.lane === null);
      for (let lane = 0; lane < lanes; lane++)
        expect(shared || signals.some((s) => s.lane === lane)).toBe(true);
    }
    expect(kindPlanOf({ kind: id }).steps.length).toBeGreaterThan(0);
    expect(kind.steps.length).toBeGreaterThan(0);
  });
  it('plays by hand on the practice board: something moves, the same from the same seed, within the converter', () => {
    const { counts, edges } = played(id, 0.8);
    expect(played(id, 0.8)).toMatchObject({ counts, edges });
    expect(Math.min(...counts)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...counts)).toBeLessThan(2 ** board.bits);
    if (findKind(id)!.lanes.are === 'contacts') return expect(edges.length).toBeGreaterThan(0);
    const mean = (from: number) => counts.slice(from, from + 200).reduce((a, b) => a + b, 0) / 200;
    const furthest = Math.max(...counts.slice(500, 1000).map((c) => Math.abs(c - mean(200))));
    expect(furthest).toBeGreaterThan(40);
  });
});

describe('the physics of parts', () => {
  it('a ribbon reads its divider with the pull-down, and nothing when it is let go', () => {
    const { counts } = played('ribbon', 0.5, 5, { ohms: 10_000, pullDownOhms: 50_000 });
    expect(ribbonPlace(counts[900] / 4096, 0.2)).toBeCloseTo(0.5, 2);
    expect(Math.max(...counts.slice(1100))).toBeLessThan(20);
  });
  it('a harder stroke passes its two contacts sooner, as the times of its sheet say', () => {
    const between = (strength: number) => {
      const { edges } = played('two-contact-keys', strength, 5, { fastMs: 2, slowMs: 60 });
      const first = (contact: number) => edges.find((e) => e.contact === contact && e.closed)!.tUs;
      return (first(1) - first(0)) / 1000;
    };
    expect(between(1)).toBeLessThan(2.2);
    expect(between(0.05)).toBeGreaterThan(40);
  });
  it('an encoder turned either way: the contact that closes first tells which', () => {
    const leads = (strength: number) => played('encoder', strength).edges[0].contact;
    expect([leads(0.5), leads(-0.5)]).toEqual([0, 1]);
  });
  it('a pot stays where it is put; a stick returns to its middle', () => {
    expect(played('pot', 0.8).counts[1400]).toBeGreaterThan(3000);
    expect(Math.abs(played('stick', 0.8).counts[1400] - 2048)).toBeLessThan(60);
  });
  it('a magnet’s field rises as the third power of its nearness (handbook 4.6): from rest to half way 2.7 times, to the bottom 11 times', () => {
    const level = (strength: number) => {
      const { counts } = played('magnet-keys', strength);
      return counts.slice(800, 1000).reduce((a, b) => a + b, 0) / 200 - 2048;
    };
    // From 9 mm to 6.5 and to 4: (9 / 6.5)³ and (9 / 4)³.
    const rest =
      played('magnet-keys', 0.5)
        .counts.slice(200, 500)
        .reduce((a, b) => a + b, 0) /
        300 -
      2048;
    expect(level(0.5) / rest).toBeCloseTo((9 / 6.5) ** 3, 0);
    expect(level(1) / rest).toBeCloseTo((9 / 4) ** 3, 0);
  });
  it('a chain reads whole resistors: 20 of them give steps of a twentieth, and nothing between', () => {
    const read = [0.31, 0.33, 0.36, 0.4].map((place) => {
      const { counts } = played('chain-ribbon', place, 5, { resistors: 20 });
      return counts.slice(900, 1000).reduce((a, b) => a + b, 0) / 100 / 4096;
    });
    read.forEach((share) => expect(Math.abs(share * 20 - Math.round(share * 20))).toBeLessThan(0.05));
    expect(read.map((share) => Math.round(share * 20))).toEqual([6, 7, 7, 8]);
  });
  it('a sheet in its divider: resistance falls by the power of the force (handbook 4.4: log-log straight)', () => {
    const ohmsAt = (strength: number) => {
      const { counts } = played('pressure-sheet', strength, 5, { fixedOhms: 10_000 });
      const share = counts.slice(850, 1000).reduce((a, b) => a + b, 0) / 150 / 4096;
      return 10_000 / share - 10_000;
    };
    const slope = (a: number, b: number) => Math.log(ohmsAt(b) / ohmsAt(a)) / Math.log(b / a);
    expect(slope(0.1, 0.3)).toBeCloseTo(slope(0.3, 0.9), 1);
    expect(slope(0.1, 0.9)).toBeLessThan(-0.5);
  });
  it('a wheel of four magnets gives four pulses a turn, more often the faster it is turned', () => {
    const pulses = (strength: number, magnets: number) =>
      played('wheel-speed', strength, 5, { magnets }).edges.filter((e) => e.closed && e.contact === 0).length;
    expect(pulses(1, 8)).toBeGreaterThan(1.7 * pulses(1, 4));
    expect(pulses(1, 8)).toBeGreaterThan(pulses(0.4, 8));
  });
  it('a surface that is let go reads nothing on all three; pressure is that of the hand', () => {
    const { counts } = played('touch-surface', 0.5);
    expect(counts[900]).toBeGreaterThan(1500);
    expect(Math.max(...counts.slice(1200))).toBeLessThan(30);
  });
  it('gravity on a tilted axis is the sine of its angle: as far one way as the other', () => {
    const level = (strength: number) =>
      played('tilt', strength)
        .counts.slice(900, 1000)
        .reduce((a, b) => a + b, 0) / 100;
    const [up, part, down] = [level(1), level(0.6), level(-1)];
    const middle = (up + down) / 2;
    expect(Math.abs(middle - 2048)).toBeLessThan(250);
    // The hand's furthest is 50°; six tenths of it are 30°, whose sine is a half.
    expect((part - middle) / (up - middle)).toBeCloseTo(0.5 / Math.sin((50 * Math.PI) / 180), 1);
  });
});
